# frozen_string_literal: true

module Norvel
  module Changes
    # What changes of parts share: where a part begins, and how a manuscript is divided there.
    module Division
      module_function

      # @param manuscript [Manuscript] @param id [Integer] of a body paragraph
      # @return [Array(Manuscript, Integer)] with a part that begins with it, and the part's number from 0
      # @raise [ChangeRefused] where none can
      def at(manuscript, id)
        index = manuscript.blocks.index { |block| block.id == id || (block.is_a?(Manuscript::Table) && block.blocks.first&.id == id) }
        raise ChangeRefused, "A part begins with a paragraph or a table of the text itself, not inside a table." unless index
        return [manuscript, 0] if index.zero?

        section = part_of(manuscript, manuscript.blocks[index])
        before = manuscript.blocks[index - 1]
        return [manuscript, section] if begins?(manuscript, section, before)

        manuscript, ending = with_ending(manuscript, before)
        own = manuscript.sections[section]
        halves = [own.with(last: ending), own.with(folio: own.folio.with(start: nil))]
        [manuscript.with(sections: manuscript.sections[0...section] + halves + manuscript.sections[section + 1..]), section + 1]
      end

      # @param block [Manuscript::Paragraph, Manuscript::Table]
      # @return [Integer] the number of the part it stands in
      def part_of(manuscript, block)
        manuscript.section_indexes[manuscript.index_of(Manuscript.paragraphs_in(block).first.id)]
      end

      def begins?(manuscript, section, before)
        section.positive? && manuscript.sections[section - 1].last == before.id
      end

      # The paragraph that the part before ends with; behind a table it is a new one.
      # @return [Array(Manuscript, Integer)]
      def with_ending(manuscript, before)
        if before.is_a?(Manuscript::Paragraph)
          ended = before.ending_section(true)
          return [manuscript.with_paragraphs(before.id => ended), before.id]
        end

        id = manuscript.free_id
        made = Manuscript::Paragraph.new(id: id, style: manuscript.sheet.default_id, carries: [:section_end])
        [manuscript.with(blocks: manuscript.blocks.flat_map { |block| block.equal?(before) ? [block, made] : [block] }), id]
      end

      # @param manuscript [Manuscript] @param part [Integer]
      # @return [Manuscript] with that part as one with the one before, in whose page design it stands then
      def join(manuscript, part)
        before, own = manuscript.sections[part - 1, 2]
        ending = manuscript.paragraph(before.last)
        joined = manuscript.with_paragraphs(ending.id => ending.ending_section(false))
        joined.with(sections: joined.sections[0...part - 1] + [before.with(last: own.last)] + joined.sections[part + 1..])
      end
    end

    # A part begins with a paragraph ("paragraph"): on a new page, a recto, a verso or upon the page ("begins"); "folio" says how its
    # pages are numbered (SetPart).
    class BeginPart < Operation
      takes paragraph: :paragraph, begins: :word
      takes_besides folio: :data

      def carry_out(manuscript)
        after, part = Division.at(manuscript, parameters.fetch("paragraph").to_i)
        raise NothingToChange, "The first part begins there; change its design instead." if part.zero? && parameters["folio"].nil?

        SetPart.new({"parts" => [part], "begins" => (parameters["begins"] || "page" unless part.zero?),
                     "folio" => parameters["folio"]}.compact).carry_out(after)
      end

      def sentence(manuscript)
        "Began a part with “#{short(first(manuscript).text)}”#{" on a #{parameters["begins"]}" if %w[recto
          verso].include?(parameters["begins"])}."
      end

      private

      def first(manuscript) =
        manuscript.paragraph(parameters.fetch("paragraph").to_i) || raise(ChangeRefused, "The chosen paragraph is not there any more.")
    end

    # A part ("part", from 0) is one with the one before again, in whose page design it stands then.
    class JoinParts < Operation
      takes part: :number

      def carry_out(manuscript)
        part = parameters.fetch("part").to_i
        raise ChangeRefused, "There is no part before this one." unless part.between?(1, manuscript.sections.size - 1)

        Division.join(manuscript, part)
      end

      def sentence(_manuscript) = "Joined part #{parameters["part"].to_i + 1} to the one before."

      def remarks(before, _after)
        own, other = before.sections[parameters["part"].to_i], before.sections[parameters["part"].to_i - 1]
        gone = {headers: "header", footers: "footer"}.select do |side, _|
          words(own.public_send(side)) != words(other.public_send(side)) && words(own.public_send(side)).any?
        end
        gone.map do |side, name|
          ["Its own #{name} goes: “#{short(words(own.public_send(side)).join(" "))}”.",
            Manuscript.paragraphs_of(own.public_send(side).values)]
        end
      end

      def remarks_lead = ""

      private

      # The headers of a part that is none any more go with it; everything else stays.
      def same_words?(before, after)
        [before, after].map { |manuscript| manuscript.with(sections: [Manuscript::Section.new]).words }.uniq.size == 1
      end

      def words(stories) = Manuscript.paragraphs_of(stories.values).map(&:written).reject { |text| text.strip.empty? }
    end

    # A wide table or figure ("paragraph": one of its paragraphs, or the figure's) on a landscape page of its own, with its caption.
    class LandscapePage < Operation
      takes paragraph: :paragraph

      def carry_out(manuscript)
        first, last = stretch(manuscript)
        following = manuscript.blocks[last + 1]
        ids = [first, last + 1].map { |index| (block = manuscript.blocks[index]) && Manuscript.paragraphs_in(block).first.id }
        raise ChangeRefused, "It stands in a part of its own that lies on its side already." if lies?(manuscript, manuscript.blocks[first])

        page = manuscript.sections[Division.part_of(manuscript, manuscript.blocks[first])]
        after, = Division.at(manuscript, ids[1]) if following
        after, part = Division.at(after || manuscript, ids[0])
        turned = [[part, page.page.turned, :page], ([part + 1, page.page, :page] if following)].compact
        turned.reduce(after) do |now, (number, design, begins)|
          sections = now.sections.dup
          sections[number] = sections[number].with(page: design, begins: begins, folio: sections[number].folio.with(start: nil))
          now.with(sections: sections)
        end
      end

      def sentence(manuscript)
        things = manuscript.blocks[Range.new(*stretch(manuscript))]
        named = things.grep(Manuscript::Paragraph).map { |paragraph| short(paragraph.text) }.find { |words| !words.empty? }
        "Put #{things.any?(Manuscript::Table) ? "a table" : "a figure"}#{", “#{named}”," if named} on a landscape page of its own."
      end

      private

      def lies?(manuscript, block) = manuscript.sections[Division.part_of(manuscript, block)].page.then { |page| page.width > page.height }

      # The thing and its caption.
      # @return [Array(Integer, Integer)] the first and the last block
      def stretch(manuscript)
        id = parameters.fetch("paragraph").to_i
        index = manuscript.blocks.index { |block| Manuscript.paragraphs_in(block).any? { |paragraph| paragraph.id == id } }
        raise ChangeRefused, "The chosen table or figure is not there any more." unless index

        captions = Captions.new(manuscript, Roles.new(manuscript)).all
        named = captions.find { |caption| caption.paragraph == id }
        index = manuscript.blocks.index { |block| block.id == named.belongs } if named&.belongs
        own = captions.find { |caption| caption.belongs == manuscript.blocks[index].id }
        [index, own && manuscript.blocks.index { |block| block.id == own.paragraph }].compact.minmax
      end
    end
  end
end
