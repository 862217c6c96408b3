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
        running_head unless struck?(:parts)
        parts if @guide.parts.any? && !struck?(:parts)
        free_title_page unless struck?(:parts)
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
      def titled(title) = Guide::OwnWords.translated(title, from: @guide.language, to: now.sheet.language)

      def make(given)
        @draft.add("make_contents", given.merge(@guide.family.contents_in(now.sheet)), [main], 0.9, :contents)
      rescue NothingToChange, ChangeRefused => error
        @draft.remark(:contents, error.message)
      end

      def parts
        return divide unless made?

        rectos if @guide.parts[:chapters] == "recto" && !struck?(:chapters)
        folios
      end

      # Where the guide has no front matter of its own, chapters begin on rectos all the same.
      def rectos
        chapters = Roles::Matter.new(now, @roles).chapters
        first = main ? chapters.index { |chapter| chapter.id == main.id } : 1
        wanting = chapters.drop(first || 1).reject { |chapter| begins_recto?(chapter) }
        return if wanting.empty?

        changes = wanting.map do |chapter|
          ["begin_part", {"paragraph" => chapter.id, "begins" => "recto", "folio" => {"continues" => true}}]
        end
        title = "Began #{counted(changes.size, "chapter")} on rectos."
        @draft.add("series", {"title" => title, "changes" => changes}, wanting, 0.85, :parts)
      rescue NothingToChange, ChangeRefused => error
        @draft.remark(:parts, error.message)
      end

      def begins_recto?(chapter)
        part = now.section_indexes[now.index_of(chapter.id)]
        first = now.section_indexes.index(part)
        now.sections[part].begins == :recto && now.paragraphs[first..].find { |paragraph| !paragraph.blank? }&.id == chapter.id
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
                 "chapters" => (@guide.parts[:chapters] unless struck?(:chapters)) || "as_is", "place" => place,
                 "words" => (words_with_folios if place), "style" => (style_of(place) if place)}.compact
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
        return if place != "none" && now.sections.all?(&:folio_printed?) && in_place?(place, words_with_folios)
        return @draft.remark(:parts, AMONG_WORDS) if Changes::FolioCompany.of(now).among_words?

        given = {"place" => place, "words" => (words_with_folios unless place == "none"), "style" => style_of(place)}.compact
        return @draft.add("set_folios", given, [], 0.9, :parts) unless title_page? && place != "none"

        later = (1...now.sections.size).to_a
        changes = [["set_folios", {**given, "parts" => [0], "first" => false}],
          *(later.any? ? [["set_folios", {**given, "parts" => later}]] : [])]
        title = "Put folios at the #{place.sub("center", "centre")}, none on the title page."
        @draft.add("series", {"title" => title, "changes" => changes}, [], 0.9, :parts)
      rescue NothingToChange
        nil
      rescue ChangeRefused => error
        @draft.remark(:parts, error.message)
      end

      # @param place [String] "bottom center" @return [String, nil] the guide's style for what stands there
      def style_of(place)
        member = @guide.family[place.start_with?("top") ? :header : :footer]
        member && now.sheet.named(member.name)&.id
      end

      AMONG_WORDS = "The folio stands in a line of other words, as somebody set it; it stays there."

      # What the author wrote beside folios stays.
      def words_with_folios = (@guide.parts[:folio_words] if Changes::FolioCompany.of(now).words.empty?)

      # Whether every folio that is seen stands there, and is written as the guide says.
      def in_place?(place, words)
        about = {"id" => "folios", "clause" => "", "severity" => "must"}
        rules = [Guide::Rules::FolioPlace.build({**about, "checks" => "folio_place", "place" => place})]
        rules << Guide::Rules::FolioWords.build({**about, "checks" => "folio_words", "words" => words}) if words
        check = Guide::Check.new(@guide, Layout.new(now), roles: @roles)
        rules.all? { |rule| rule.findings(check).empty? }
      end

      # Whether the first page is to have no folio: a title page, where the guide says so of it, or any.
      def title_page?
        return true if @guide.rules.grep(Guide::Rules::FolioOnFirst).any? { |rule| !rule.shown? }

        @guide.parts[:title_page] == "none" && @roles.in(:title).any? && !main.nil?
      end

      # What the guide's running head says comes into headers that say nothing; words of the author's own stay.
      def running_head
        text = @guide.running_head or return
        bare = now.sections.each_index.select { |index| says_nothing?(now.sections[index].headers[:default]) }
        given = {"side" => "top", "text" => text, "parts" => bare, "style" => style_of("top")}.compact
        @draft.add("set_running_head", given, [], 0.85, :parts) if bare.any?
      end

      def says_nothing?(blocks)
        Manuscript.paragraphs_of([blocks || []]).all? { |paragraph| paragraph.runs.all? { |run| run.text.strip.empty? } }
      end

      # The title page has no running head.
      def free_title_page
        first = now.sections.first
        return unless title_page? && first.first_differs && @guide.running_head &&
          Changes::SetRunningHead.said(first.headers[:first]) == @guide.running_head

        @draft.add("set_running_head", {"side" => "top", "kind" => "first", "text" => "", "parts" => [0]}, [], 0.85, :parts)
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
