# frozen_string_literal: true

module Norvel
  module Formats
    module Epub
      # A manuscript in files: what stands before the first chapter, then one for each heading of the first level, with the notes whose
      # marks stand in it.
      class Chapters
        Chapter = Value.define(:file, :title, :blocks, :notes, :type) do
          # @return [Array<Array(Integer, String, String)>] its headings, or itself where it has none: level, where, words
          def entries
            found = Web::Body.headings(blocks).map { |level, id, text| [level, "#{file}##{id}", text.split.join(" ")] }
              .reject { |_, _, text| text.empty? }
            found.empty? ? [[1, file, title]] : found
          end
        end

        # @param whole [Elements::Whole] @param title [String]
        def initialize(whole, title)
          @whole = whole
          @title = title
          @taken = Set.new
        end

        # @return [Array<Chapter>]
        def to_a
          @to_a ||= begin
            parts = @whole.blocks.slice_before { |block| block.kind == :heading && block.level == 1 }.to_a
            parts = [[]] if parts.empty?
            parts.each_with_index.map { |blocks, index| chapter(blocks, index) }
          end
        end

        # @param id [String] of an element
        # @return [String, nil] the file that it is in
        def file_of(id) = files[id]

        # @return [Set<Integer>] paragraphs that stand in the text of one
        def paragraphs = @paragraphs ||= @whole.blocks.flat_map(&:paragraphs).to_set

        private

        def chapter(blocks, index)
          first = blocks.first
          headed = first&.kind == :heading
          file = headed ? format("chapter%02d.xhtml", index + 1) : "front.xhtml"
          title = headed ? "#{"#{first.label} " unless first.label.to_s.empty?}#{first.text}".split.join(" ") : @title
          type = if headed then "chapter"
          else
            (blocks.any? && blocks.all? { |block| block.kind == :text }) ? "titlepage" : "frontmatter"
          end
          Chapter.new(file: file, title: title.empty? ? @title : title, blocks: blocks, notes: notes(blocks), type: type)
        end

        # Notes in the order of their marks, those that stand in notes too.
        def notes(blocks)
          refs = marks(blocks).select { |ref| @whole.notes.key?(ref) && @taken.add?(ref) }
          refs + (refs.empty? ? [] : refs.flat_map { |ref| notes(@whole.notes[ref]) })
        end

        def marks(blocks) = blocks.flat_map { |block| block.pieces.filter_map(&:note) + marks(block.inner) }

        def files
          @files ||= to_a.each_with_object({}) do |chapter, found|
            chapter.blocks.flat_map(&:paragraphs).each { |id| found["p#{id}"] = chapter.file }
            chapter.notes.each do |ref|
              number = @whole.notes.keys.index(ref) + 1
              %w[n r].each { |sign| found["#{sign}#{number}"] = chapter.file }
              @whole.notes[ref].flat_map(&:paragraphs).each { |id| found["p#{id}"] = chapter.file }
            end
          end
        end
      end
    end
  end
end
