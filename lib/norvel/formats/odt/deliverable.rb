# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What this format has no words for, said before anything of it is done.
      module Deliverable
        RUN_IN = "An .odt has no headings that run into the line of their text, and no first letters that hang."
        GUTTER = "An .odt has no gutter above the text."
        COLUMNS = "Columns that begin within a page go with the pages around them in an .odt; here they would have to change."
        LISTS = "In an .odt nothing stands between the heading of a list of contents and its lines."
        EMPTY = "In an .odt every part has a paragraph that it begins with."
        COUNTED = "An .odt counts headings and list items apart from each other."

        module_function

        # @param before [Manuscript] @param after [Manuscript] a change of it
        # @return [String, nil] a sentence where a file could not say what is so then
        def refusal(before, after)
          return RUN_IN if run_in?(before, after)
          return GUTTER if after.settings.gutter_above && !before.settings.gutter_above
          return COLUMNS unless before.sections.equal?(after.sections) || columns_stay?(before, after)

          return EMPTY if after.sections.size > 1 && after.sections[-2].last == after.paragraphs.last&.id
          return LISTS if apart_from_lines?(before, after)

          COUNTED if counted_as_one?(before, after)
        end

        def run_in?(before, after)
          return false if before.blocks.equal?(after.blocks)

          apart = ->(paragraph) { paragraph && (paragraph.run_in || paragraph.drop_cap) }
          after.paragraphs.any? { |one| apart[one] && !apart[before.paragraph(one.id)] }
        end

        # Parts that begin within a page are neither made, divided nor joined, and have the pages of the part before them.
        def columns_stay?(before, after)
          was, is = [before, after].map { |manuscript| manuscript.sections.select { |section| section.begins == :here } }
          return false unless is.map(&:origin) == was.map(&:origin)
          return false unless is.zip(was).all? { |one, other|
            same?(one, other, %i[columns column_gap column_widths]) && ends_there?(one, other, after)
          }

          after.sections.each_cons(2).all? { |one, other|
            other.begins != :here || (one.columns != other.columns && one.page == other.page && same_margins?(one, other))
          }
        end

        # What headers and footers say, whichever paragraphs they are; of a first page there is none within a page.
        def same_margins?(one, other)
          said = ->(section) {
            [section.headers, section.footers].map { |stories| stories.except(:first).transform_values { |blocks| words_of(blocks) } }
          }
          said[one] == said[other]
        end

        def words_of(blocks) = Manuscript.paragraphs_of([blocks]).map { |one| one.with(id: 0) }

        def ends_there?(one, other, after) = one.last == other.last || (other.last && !after.paragraph(other.last))

        def apart_from_lines?(before, after)
          return false if before.blocks.equal?(after.blocks)

          after.contents.any? { |list|
            title, first = [list.title, list.first].map { |id| id && after.index_of(id) }
            title && first && first != title + 1
          }
        end

        def same?(one, other, members) = members.all? { |name| one.public_send(name) == other.public_send(name) }

        def counted_as_one?(before, after)
          return false if %i[blocks lists sheet].all? { |name| before.public_send(name).equal?(after.public_send(name)) }

          outline = Outline.new(after)
          counter = outline.list&.counter or return false
          shared?(after, counter)
        end

        def shared?(manuscript, counter)
          places = Places.new(manuscript)
          manuscript.paragraphs.any? { |paragraph| places.counter(paragraph) == counter }
        end
        private_class_method :run_in?, :columns_stay?, :same_margins?, :words_of, :apart_from_lines?, :ends_there?,
          :same?, :counted_as_one?, :shared?
      end
    end
  end
end
