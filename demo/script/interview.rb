# frozen_string_literal: true

require "cgi/escape"
require "zip"

module Demo
  # A talk with a pilot, as an .odt typed in a hurry: who speaks stands out by hand, blank lines stand for space, nothing has a style.
  class Interview
    OASIS = "urn:oasis:names:tc:opendocument:xmlns:"
    SPACES = {"office" => "#{OASIS}office:1.0", "style" => "#{OASIS}style:1.0", "text" => "#{OASIS}text:1.0",
              "table" => "#{OASIS}table:1.0",
              "fo" => "#{OASIS}xsl-fo-compatible:1.0", "svg" => "#{OASIS}svg-compatible:1.0", "meta" => "#{OASIS}meta:1.0",
              "dc" => "http://purl.org/dc/elements/1.1/", "manifest" => "#{OASIS}manifest:1.0"}.freeze
    TYPE = "application/vnd.oasis.opendocument.text"
    TALK = [
      ["How long have you taken boats through the Narrows?", "Thirty-one winters, and a few summers that felt like winters. My " \
        "father had the lantern before me, and he had it from a cousin who could not swim."],
      ["What does a pilot look at first?", "Not at the chart. At the water under the Low Stairs. If it turns twice before the second " \
        "bell, you wait for slack water, whatever the notice on the door says.", "People think it is the rocks. The rocks stay where " \
        "they are; it is the sand that walks."],
      ["And in fog?", "In fog I listen. The bell at Ottery Quay is a third lower than the one at Skell Point, and the cattle on the " \
        "north shore have their own opinion of the hour.", "Then I count. From the last post to the turn it is forty strokes for a boat " \
        "that is laden, and thirty-four for one that is not."],
      ["Has a boat been lost in your time?", "One, and it came back. We found it at Brannock with the lamp still lit and nobody in it " \
        "but a goose. The Institute has the goose in its books under unclaimed cargo."],
      ["What would you tell somebody who begins now?", "Learn the names of the men on the other boats. In the dark you will not see " \
        "their faces, and a name carries farther than a light."]
    ].freeze
    TIDES = [["Place", "Bell", "Slack water"], ["Skell Point", "first", "0:40"], ["Ottery Quay", "second", "1:25"],
      ["Brannock", "none", "2:10"]].freeze

    # @return [String] the bytes of an .odt
    def bytes
      members = {"mimetype" => TYPE, "content.xml" => part("content", faces + automatic + body), "styles.xml" => part("styles", styles),
                 "meta.xml" => part("meta", "<office:meta><dc:title>A talk with the pilot of the Narrows</dc:title></office:meta>"),
                 "META-INF/manifest.xml" => manifest}
      Zip::OutputStream.write_buffer(StringIO.new("".b)) { |zip|
        members.each do |name, data|
          method = (name == "mimetype") ? Zip::Entry::STORED : Zip::Entry::DEFLATED
          zip.put_next_entry(Zip::Entry.new(nil, name, time: Zip::DOSTime.at(315_532_800)), nil, nil, method)
          zip.write(data)
        end
      }.string
    end

    private

    def part(name, inner)
      spaces = SPACES.map { |prefix, address| %( xmlns:#{prefix}="#{address}") }.join
      %(<?xml version="1.0" encoding="UTF-8"?><office:document-#{name}#{spaces} office:version="1.3">#{inner}</office:document-#{name}>)
    end

    def faces
      %(<office:font-face-decls><style:font-face style:name="Serif" svg:font-family="'Liberation Serif'"/><style:font-face ) +
        %(style:name="Sans" svg:font-family="'Liberation Sans'"/></office:font-face-decls>)
    end

    # What was set by hand, by the name of the automatic style.
    BY_HAND = {"P1" => ['fo:text-align="center"', 'style:font-name="Sans" fo:font-size="20pt" fo:font-weight="bold"'],
               "P2" => ['fo:text-align="center" fo:margin-bottom="0.6cm"', 'fo:font-style="italic"'],
               "P3" => ['fo:text-align="justify" fo:margin-left="0.8cm" fo:line-height="150%"', nil],
               "P4" => ['fo:margin-top="0.5cm"', 'style:font-name="Sans" fo:font-size="13pt" fo:font-weight="bold"'],
               "P5" => ['fo:text-align="end"', 'fo:font-size="9pt"'],
               "P6" => ['fo:text-align="justify" fo:margin-left="1cm" fo:line-height="140%"', nil]}.freeze

    def automatic
      paragraphs = BY_HAND.map { |name, (paragraph, text)|
        %(<style:style style:name="#{name}" style:family="paragraph" style:parent-style-name="Standard"><style:paragraph-properties ) +
          %(#{paragraph}/>#{"<style:text-properties #{text}/>" if text}</style:style>)
      }
      words = {"T1" => 'fo:font-weight="bold"', "T2" => 'fo:font-style="italic"'}.map { |name, said|
        %(<style:style style:name="#{name}" style:family="text"><style:text-properties #{said}/></style:style>)
      }
      %(<office:automatic-styles>#{paragraphs.join}#{words.join}<style:style style:name="C1" style:family="table-column">) +
        %(<style:table-column-properties style:column-width="4.5cm"/></style:style><style:style style:name="Z1" ) +
        %(style:family="table-cell"><style:table-cell-properties fo:border="0.5pt solid #000000" fo:padding="1mm"/></style:style>) +
        "</office:automatic-styles>"
    end

    def styles
      sheet = %(<style:page-layout style:name="Sheet"><style:page-layout-properties fo:page-width="21cm" fo:page-height="29.7cm" ) +
        %(fo:margin-top="2cm" fo:margin-bottom="2cm" fo:margin-left="2.5cm" fo:margin-right="2cm" style:num-format="1"/>) +
        %(<style:footer-style><style:header-footer-properties fo:min-height="0.8cm" fo:margin-top="0.3cm"/></style:footer-style>) +
        "</style:page-layout>"
      %(#{faces}<office:styles><style:default-style style:family="paragraph"><style:paragraph-properties ) +
        %(style:tab-stop-distance="1.25cm"/><style:text-properties style:font-name="Serif" fo:font-size="11pt" fo:language="en" ) +
        %(fo:country="GB"/></style:default-style><style:style style:name="Standard" style:family="paragraph"/></office:styles>) +
        %(<office:automatic-styles>#{sheet}</office:automatic-styles><office:master-styles><style:master-page style:name="Standard" ) +
        %(style:page-layout-name="Sheet"><style:footer><text:p><text:page-number text:select-page="current">1</text:page-number></text:p>) +
        "</style:footer></style:master-page></office:master-styles>"
    end

    def body
      talk = TALK.each_with_index.map { |(question, *answers), index|
        said = answers.each_with_index.map { |answer, place|
          p("#{"<text:span text:style-name=\"T1\">A:</text:span> " if place.zero?}#{escaped(answer)}", index.odd? ? "P6" : "P3")
        }
        p(%(<text:span text:style-name="T1">Q: #{escaped(question)}</text:span>)) + said.join + p("")
      }
      head = p("A talk with the pilot of the Narrows", "P1") + p("Marrowby Institute, Hall of Boats", "P2") + p("") + p("") +
        p("1. The talk", "P4") + p("")
      "<office:body><office:text>#{head}#{talk.join}#{tides}#{rules}#{p("taken down by the night clerk", "P5")}</office:text></office:body>"
    end

    def tides
      rows = TIDES.map { |row| "<table:table-row>#{row.map { |words| cell(words) }.join}</table:table-row>" }.join
      p("2. What the bells say", "P4") + p("") +
        %(<table:table table:name="Tides">#{'<table:table-column table:style-name="C1"/>' * 3}#{rows}</table:table>) + p("") + p("")
    end

    def cell(words) = %(<table:table-cell table:style-name="Z1">#{p(escaped(words))}</table:table-cell>)

    def rules
      lines = ["Put out the lamp on the landing.", "Call the name of the boat, not your own.", "Count the strokes aloud."]
      note = %(<text:note text:id="ftn1" text:note-class="footnote"><text:note-citation>1</text:note-citation><text:note-body>) +
        "#{p("By the book of 1893, page 12.")}</text:note-body></text:note>"
      p("3. Rules of the house", "P4") + p("") + p("The pilot keeps three rules#{note}, and has <text:span text:style-name=\"T2\">never" \
        "</text:span> written them down:") + lines.each_with_index.map { |line, index|
          p("#{index + 1}.<text:tab/>#{line}")
        }.join + p("") * 2
    end

    def p(inner, style = nil)
      inner.empty? ? "<text:p/>" : "<text:p#{%( text:style-name="#{style}") if style}>#{inner}</text:p>"
    end

    def escaped(text) = CGI.escapeHTML(text)

    def manifest
      entries = {"/" => TYPE, "content.xml" => "text/xml", "styles.xml" => "text/xml", "meta.xml" => "text/xml"}.map { |path, type|
        %(<manifest:file-entry manifest:full-path="#{path}" manifest:media-type="#{type}"/>)
      }
      %(<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="#{SPACES["manifest"]}" manifest:version="1.3">) +
        "#{entries.join}</manifest:manifest>"
    end
  end
end
