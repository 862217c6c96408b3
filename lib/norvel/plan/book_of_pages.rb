# frozen_string_literal: true

module Norvel
  class Plan
    # The lines that make a manuscript a book of pages as its guide has it: captions that are counted, contents, front and main matter with
    # their folios, chapters on a new page or recto. What is so already has no line.
    class BookOfPages
      include Manuscript::Counted

      # @param draft [Draft] @param guide [Guide] @param roles [Roles] @param without [Array<Symbol>] parts that were struck out
      def initialize(draft, guide, roles, without)
        @draft = draft
        @guide = guide
        @roles = roles
        @without = without
      end

      # @return [void]
      def add_lines
        captions if @guide.captions[:counted] && !struck?(:captions)
        return no_book if @roles.genre

        contents if @guide.contents.any? && !struck?(:contents)
        parts if @guide.parts.any? && !struck?(:parts)
        up_to_date unless struck?(:contents)
      end

      private

      # What is no book gets no contents, no front matter and no chapters; the place of the folios is the guide's all the same.
      def no_book
        said = Roles::Genre.called(@roles.genre)
        @draft.remark(:parts, "It reads as #{said}: contents, parts and chapters are left out; Parts makes them.", [])
        folios unless struck?(:parts) || @guide.parts.empty?
        up_to_date unless struck?(:contents)
      end

      def struck?(part) = @without.include?(part)

      def now = @draft.manuscript

      def captions = @draft.substitute("captions_from_typed", "all", 0.92, :captions)

      # The first chapter, where something stands before it.
      def main
        @main ||= ((found = Roles::Matter.new(now, @roles).main) && now.blocks.first.id != found.id) ? found : nil
      end

      # @return [Array<Manuscript::Paragraph>] typed lines of contents that no field makes
      def typed_contents =
        @roles.in(:contents_entry).filter_map { |paragraph| now.paragraph(paragraph.id) }.reject { |one| one.runs.any?(&:generated) }

      def contents
        lists = now.contents.select { |list| now.index_of(list.first) }
        return if lists.any? { |list| list.kind == :headings } || main.nil?
        return typed(typed_contents) if typed_contents.any?

        make("before" => main.id, "title" => titled(@guide.contents[:title]), "levels" => @guide.contents[:levels])
        {figures: :figure, tables: :table}.each { |key, kind| list_of(kind, @guide.contents[key]) if @guide.contents[key] }
      end

      def typed(lines)
        many = counted(lines.size, "line of contents is typed and stays", "lines of contents are typed and stay")
        @draft.remark(:contents, "#{many}: a list that keeps itself current can take their place in the parts view.", lines)
      end

      def list_of(kind, title)
        counted = Captions.new(now, @roles).all.find { |caption| caption.kind == kind && caption.counted }&.counted
        listed = now.contents.any? { |list| list.kind == :captions && list.of == counted }
        make("before" => main.id, "title" => titled(title), "of" => counted) if counted && !listed
      end

      # What Norvel writes is in the manuscript's language.
      def titled(title) = Guide::OwnWords.translated(title, from: @guide.language, to: Changes::StylesFromElsewhere.language(now.sheet))

      def make(given)
        @draft.add("make_contents", given, [main], 0.9, :contents)
      rescue NothingToChange, ChangeRefused => error
        @draft.remark(:contents, error.message)
      end

      def parts
        made? ? folios : divide
      end

      # Whether the main matter is a part by itself, numbered as the guide has it.
      def made?
        return true if main.nil? || @guide.parts[:front].nil?

        index = now.section_indexes[now.index_of(main.id)]
        section = now.sections[index]
        index.positive? && section.folio.start == wanted(:main, "start", 1) &&
          section.folio.format.to_s == wanted(:main, "folios", "decimal") &&
          now.sections[0].folio.format.to_s == wanted(:front, "folios", "lower_roman")
      end

      def wanted(part, key, instead) = (@guide.parts[part] || {}).fetch(key, instead)

      def divide
        given = {"main" => main.id, "front_format" => wanted(:front, "folios", "lower_roman"),
                 "chapters" => (@guide.parts[:chapters] unless struck?(:chapters)) || "as_is", "place" => place}.compact
        @draft.add("academic_parts", given, [main], 0.85, :parts)
      rescue NothingToChange, ChangeRefused => error
        @draft.remark(:parts, error.message)
      end

      # Where the guide says how folios are written and not where they stand, they stay where they are, or come in at the usual place.
      def place
        @guide.parts[:folio] || (Guide::USUAL_FOLIO if @guide.folios_asked? && now.sections.none?(&:folio_printed?))
      end

      # Only their place.
      def folios
        place = self.place or return
        return if place != "none" && now.sections.all?(&:folio_printed?)

        @draft.add("set_folios", {"place" => place}, [], 0.9, :parts)
      end

      # Whatever list there is, by the pages as they are in the end.
      def up_to_date
        return if now.contents.empty?

        @draft.add("update_contents", {}, [], 0.95, :contents)
      rescue NothingToChange
        nil
      end
    end
  end
end
