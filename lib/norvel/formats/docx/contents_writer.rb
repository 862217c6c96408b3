# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Writes lists of contents, figures and tables as fields (ISO/IEC 29500-1 §17.16.5.68), each line a link to its heading with a field
      # for its folio, and the places that they point at (§17.13.6).
      class ContentsWriter
        # @param story [StoryWriter] that has patched the body @param before [Manuscript] as read @param now [Manuscript]
        def initialize(story, spelling, before, now)
          @story = story
          @codecs = spelling.codecs
          @before = before
          @now = now
        end

        # @param body [Nokogiri::XML::Element]
        # @return [void]
        def write(body)
          mark_places(body)
          @now.contents.each { |list| write_list(list) if changed?(list) }
        end

        private

        def changed?(list)
          was = @before.contents.find { |other| [other.code, other.first, other.closes] == [list.code, list.first, list.closes] }
          was.nil? || said(@before, was) != said(@now, list)
        end

        # What the lines say and refer to; how they look is patched like any paragraph.
        def said(manuscript, list)
          lines(manuscript, list).map { |paragraph| [paragraph.id, paragraph.text, paragraph.runs.filter_map(&:refers)] }
        end

        def lines(manuscript, list)
          from, to = [list.first, list.last].map { |id| manuscript.index_of(id) }
          (from && to) ? manuscript.paragraphs[from..to] : []
        end

        # Of the lines only their properties and the places marked in them stay.
        def write_list(list)
          written = lines(@now, list)
          apart = written.last.id == list.closes && written.size > 1 && written.last.blank?
          entries = apart ? written[0..-2] : written
          entries.each { |paragraph| empty(@story.node(paragraph.id)) }
          begin_field(entries.first, list)
          entries.each { |paragraph| fill(paragraph, list) }
          end_field(@story.node(list.closes)) unless apart && closed?(@story.node(list.closes))
        end

        def empty(node)
          node.element_children.each { |part| part.unlink unless part.name == "pPr" || StoryWriter::MARKERS.include?(part.name) }
        end

        def closed?(node) = node.xpath(".//*[local-name()='fldChar']").any? { |mark| @codecs.attribute(mark, "fldCharType") == "end" }

        def begin_field(paragraph, list)
          node = @story.node(paragraph.id)
          sign(node, "begin")
          @codecs.make(run(node), "instrText").tap { |text| text["xml:space"] = "preserve" }.content = " #{list.code} "
          sign(node, "separate")
        end

        def end_field(node) = sign(node, "end")

        def sign(node, type) = @codecs.put(@codecs.make(run(node), "fldChar"), "fldCharType", type)

        def run(node) = @codecs.make(node, "r")

        def fill(paragraph, list)
          node = @story.node(paragraph.id)
          anchor = paragraph.runs.filter_map(&:refers).first&.to
          holder = (anchor && list.links) ? @codecs.make(node, "hyperlink").tap { |link| @codecs.put(link, "anchor", anchor) } : node
          paragraph.runs.each { |run| (run.refers&.what == :folio) ? folio(holder, run) : holder.add_child(@story.plain(run)) }
        end

        def folio(holder, one)
          sign(holder, "begin")
          @codecs.make(run(holder), "instrText").tap { |text| text["xml:space"] = "preserve" }.content = " PAGEREF #{one.refers.to} \\h "
          sign(holder, "separate")
          holder.add_child(@story.plain(one))
          sign(holder, "end")
        end

        # Places that the source has not: around the whole of their paragraph.
        def mark_places(body)
          fresh = @now.anchors.reject { |name, _| @before.anchors.key?(name) }
          return if fresh.empty?

          number = body.document.xpath("//*[local-name()='bookmarkStart']").map { |mark| @codecs.attribute(mark, "id").to_i }.max.to_i
          fresh.each { |name, id| @story.node(id)&.then { |node| mark(node, name, number += 1) } }
        end

        def mark(node, name, number)
          properties = Patching.child(node, "pPr")
          start = properties ? properties.add_next_sibling(@codecs.make(node, "bookmarkStart")) : @codecs.make_first(node, "bookmarkStart")
          {"id" => number, "name" => name}.each { |attribute, value| @codecs.put(start, attribute, value) }
          @codecs.put(@codecs.make(node, "bookmarkEnd"), "id", number)
        end
      end
    end
  end
end
