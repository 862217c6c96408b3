# frozen_string_literal: true

require "digest"
require_relative "chapters"
require_relative "package"
require_relative "cover"

module Norvel
  module Formats
    module Epub
      # A book for screens of any manuscript (EPUB 3.3): a file for each chapter, a way through it by headings and by pages, pictures, the
      # sheet as CSS, what it says of itself.
      class Maker
        STYLES = "styles.css"
        EXTENSIONS = {"jpeg" => "jpg"}.freeze
        SHOWN = {"png" => "image/png", "jpeg" => "image/jpeg", "gif" => "image/gif", "svg" => "image/svg+xml",
                 "webp" => "image/webp"}.freeze # core media types (§3.2)

        # @param manuscript [Manuscript] @param layout [Layout, nil] of it @param source [Source]
        # @param name [String] what it is called where it says no title itself @param date [Time]
        def initialize(manuscript, layout, source, name, date: Time.now)
          @manuscript = manuscript
          @layout = layout || Layout.new(manuscript)
          @outline = Elements::Outline.new(manuscript, layout: @layout, links: source.links)
          @source = source
          @name = name
          @date = date
          @pictures = {} # name in the book to bytes, by ref
          @gone = Hash.new(0)
        end

        # @return [String] the bytes of the file
        def bytes
          chapters = made
          members = {"mimetype" => "application/epub+zip", "META-INF/container.xml" => Package::CONTAINER}
          files = chapters.to_h { |file, (title, inner)| ["#{Package::FOLDER}/#{file}", page(title, inner)] }
          cover = Cover.new(@layout).svg
          package = Package.new(@manuscript, title: title, date: @date, chapters: chapters.keys, pictures: listed,
            pages: pages?, described: described?)
          members.merge!("#{Package::FOLDER}/package.opf" => package.opf, "#{Package::FOLDER}/nav.xhtml" => navigation,
            "#{Package::FOLDER}/#{STYLES}" => styles.css(pages: false), "#{Package::FOLDER}/cover.svg" => cover, **files)
          @pictures.each_value { |file, data| members["#{Package::FOLDER}/#{file}"] = data }
          Archive.new({}).write(members.transform_values { |data| data.dup.force_encoding(Encoding::BINARY) }, "mimetype")
        end

        # @return [Array<Formats::Format::Lost>]
        def lost
          made
          own = @gone.map { |what, count| Formats::Format::Lost.new(what: what, count: count) }
          parts = @manuscript.sections.size - 1
          own << Formats::Format::Lost.new(what: "further page design", count: parts) if parts.positive?
          (own + @outline.lost).sort_by { |kind| -kind.count }
        end

        private

        def title = @title ||= [@manuscript.info.title, @name, "Untitled"].find { |one| !one.to_s.strip.empty? }.strip

        def styles = @styles ||= Web::Styles.new(@manuscript, @layout.cascade)

        def chapters = @chapters ||= Chapters.new(@outline.whole, title)

        # @return [Hash{String=>Array(String, String)}] by file its title and its body
        def made
          @made ||= begin
            body = Web::Body.new(@manuscript, @outline, styles, pictures: method(:address), file: chapters.method(:file_of), breaks: breaks,
              book: true)
            chapters.to_a.to_h do |chapter|
              notes = body.notes(chapter.notes)
              inner = "#{body.blocks(chapter.blocks)}#{"\n#{notes}" unless notes.empty?}"
              [chapter.file, [chapter.title, "<section epub:type=\"#{chapter.type}\">\n#{inner}\n</section>"]]
            end.tap { @gone["link to a file that does not come along"] += body.astray if body.astray.positive? }
          end
        end

        def page(title, inner) = xhtml(title, "<body>\n#{inner}\n</body>")

        def xhtml(title, body)
          head = %(<title>#{CGI.escapeHTML(title)}</title>\n<link rel="stylesheet" type="text/css" href="#{STYLES}"/>)
          language = CGI.escapeHTML(Package.language(@manuscript))
          %(<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE html>\n<html xmlns="http://www.w3.org/1999/xhtml" ) +
            %(xmlns:epub="http://www.idpf.org/2007/ops" lang="#{language}" xml:lang="#{language}">\n<head>\n<meta charset="utf-8"/>\n) +
            "#{head}\n</head>\n#{body}\n</html>\n"
        end

        # The way through the book (§7).
        def navigation
          entries = chapters.to_a.flat_map { |chapter| chapter.entries }
          toc = Web.nested(entries) { |_, target, text| %(<a href="#{CGI.escapeHTML(target)}">#{CGI.escapeHTML(text)}</a>) }
          inner = %(<nav epub:type="toc" role="doc-toc" id="toc">\n<h1>Contents</h1>\n#{toc}\n</nav>)
          xhtml(title, "<body>\n#{inner}\n#{page_list}</body>")
        end

        def page_list
          return "" unless pages?

          items = marked.map { |id, _, page| %(<li><a href="#{chapters.file_of("p#{id}")}#page#{page.number}">#{label(page)}</a></li>) }
          %(<nav epub:type="page-list" role="doc-pagelist" hidden="hidden" aria-label="Pages">\n<ol>\n#{items.join("\n")}\n</ol>\n</nav>\n)
        end

        def label(page) = CGI.escapeHTML(page.folio.to_s.empty? ? page.number.to_s : page.folio)

        def pages? = marked.any?

        # @return [Array] of `starts`, those that are marked in the text: what is made anew, as a list of contents is, marks none
        def marked
          @marked ||= begin
            written = made.values.flat_map { |_, inner| inner.scan(/ id="page(\d+)"/).flatten }.to_set(&:to_i)
            starts.select { |_, _, page| written.include?(page.number) }
          end
        end

        # @return [Array<Array(Integer, Integer, Layout::Page)>] where each page begins: paragraph, offset, and the page
        def starts
          @starts ||= begin
            known = chapters.paragraphs
            taken = Set.new
            @layout.pages.filter_map do |page|
              line = page.text_lines.find { |one| known.include?(one.paragraph.id) } or next
              place = [line.paragraph.id, line.line.start]
              [*place, page] if taken.add?(place)
            end
          end
        end

        def breaks
          starts.group_by(&:first).transform_values do |list|
            list.map do |_, offset, page|
              [offset, %(<span id="page#{page.number}" role="doc-pagebreak" epub:type="pagebreak" aria-label="#{label(page)}"></span>)]
            end
          end
        end

        def address(picture)
          found = @pictures.fetch(picture.ref) { take(picture.ref) }
          @gone["picture that no reader of books shows"] += 1 unless found
          found&.first
        end

        def take(ref)
          data = ref && @source.media(ref) or return
          ending = Media.ending(data)
          return unless SHOWN.key?(ending)

          @pictures[ref] = ["picture#{@pictures.size + 1}.#{EXTENSIONS.fetch(ending, ending)}", data]
        end

        def listed = @pictures.values.to_h { |file, data| [file, SHOWN.fetch(Media.ending(data))] }

        def described? = @manuscript.images.none? { |_, inset, _| inset.silent? }
      end
    end
  end
end
