# frozen_string_literal: true

module Norvel
  module Changes
    # One named change: parameters that can be written down, a manuscript in, a manuscript out.
    #
    #   change = Changes.build("apply_style", "style" => "Heading1", "paragraphs" => [3, 9])
    #   after = change.call(before)          # refuses to lose a word
    #   change.told(before, after)           # "Gave 2 paragraphs the style “Heading 1”."
    #
    # A value: it is frozen, and does the same to the same manuscript whatever it was called on before. Subclasses say
    # `carry_out(manuscript)` and `sentence(manuscript)`; one whose sentence rests on what came of it says `told`.
    class Operation
      include Manuscript::Counted

      # What a parameter is written as, in words; the application reads its forms, and the documentation is made, from this.
      KINDS = {
        paragraphs: "ids of paragraphs, or “all”", paragraph: "the id of a paragraph", headings: "ids of headings", all: "“all”",
        stretches: "stretches of words, each [id, from, to]", stretch: "one stretch of words at most", style: "the id of a style",
        styles: "ids of styles, or by them", properties: "names of properties", values: "by property, as a person types them",
        lengths: "by edge, as a person types them", name: "a name", word: "one of a few words", words: "text", lines: "type specifications",
        number: "a whole number", numbers: "whole numbers", switch: "yes where it is said", yes_or_no: "yes or no",
        unless_no: "yes unless it is denied", data: "data of its own", changes: "pairs of an operation's name and its parameters"
      }.freeze

      class << self
        # Declares what a form asks a person for; with nothing, that there is nothing to be asked.
        # @param kinds [Hash{Symbol=>Symbol}] by parameter one of KINDS
        def takes(**kinds) = @asked = kinds.freeze

        # Declares what is said besides by whoever builds the change.
        def takes_besides(**kinds) = @besides = kinds.freeze

        # @return [Hash{Symbol=>Symbol}, nil] what a form asks for; nil where no form does so by itself
        attr_reader :asked

        # @return [Hash{Symbol=>Symbol}] everything that it takes
        def taken = {**(@asked || {}), **(@besides || {})}
      end

      attr_reader :parameters

      # @param parameters [Hash{String=>Object}] of plain JSON values
      def initialize(parameters = {})
        @parameters = parameters.transform_keys(&:to_s).freeze
        prepare
        freeze # a change remembers nothing of the manuscripts it was tried on
      end

      # @return [String] "apply_style"
      def self.operation_name = name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase

      # @param manuscript [Manuscript]
      # @return [Manuscript] another one, sharing what did not change
      # @raise [ChangeRefused] when it cannot be made or would lose or alter a word
      def call(manuscript)
        after = manuscript.inheritance.grid.settle(carry_out(manuscript), since: manuscript)
        kept = alters_text? || (same_words?(manuscript, after) && same_held?(manuscript, after))
        raise ChangeRefused, "The change would alter the text; it was not made." unless kept
        raise ChangeRefused, "The change would take away where a part ends; it was not made." unless parts_end?(manuscript, after)

        after
      end

      # @param before [Manuscript] @param after [Manuscript] what `call` made of it
      # @return [String] what was done, in one sentence
      def told(before, _after) = sentence(before)

      # @param manuscript [Manuscript]
      # @return [String] what it does to it
      def sentence(manuscript) = told(manuscript, call(manuscript))

      # @param before [Manuscript] @param after [Manuscript] what `call` made of it
      # @return [Array<Array(String, Array<Manuscript::Paragraph>)>] what somebody might expect of it and it leaves, in a sentence, and
      #   where
      def remarks(_before, _after) = []

      # @return [String] what its remarks begin with when they are shown
      def remarks_lead = "Left: "

      # @return [Boolean] whether what styles would take over from others is told and mended; not where a whole sheet comes in, which is
      #   meant as it is
      def springs_traps? = true

      # @return [Boolean] true for edits of the text itself; formatting never alters a word
      def alters_text? = false

      private

      # What follows from the parameters alone is worked out here, before the operation is frozen.
      def prepare = nil

      # Every part but the last ends with a paragraph of the body, which says so; no other says so.
      def parts_end?(before, after)
        return true if before.blocks.equal?(after.blocks) && before.sections.equal?(after.sections)

        says = after.paragraphs.select(&:ends_section?).map(&:id)
        says == after.sections[0..-2].map(&:last)
      end

      # Paragraph by paragraph where none came or went, which is quick; otherwise word by word. Body, notes, headers, footers, text
      # boxes and comments are looked at; what fields worked out is not.
      def same_words?(before, after)
        old, new = [before, after].map(&:all_paragraphs)
        return before.words == after.words unless old.size == new.size

        old.zip(new).all? { |was, now| was.equal?(now) || was.text.equal?(now.text) || was.written == now.written || was.text == now.text }
      end

      # What is no text (`Manuscript::Run`, held) may come to stand elsewhere; none of it may go.
      def same_held?(before, after)
        old, new = [before, after].map(&:all_paragraphs)
        return true if old.size == new.size && old.zip(new).all? do |was, now|
          was.equal?(now) || was.runs.equal?(now.runs) || was.held == now.held
        end

        had, has = [before, after].map(&:held)
        had.all? { |what, count| has.fetch(what, 0) >= count }
      end

      # A line of contents is made of a heading, and goes with it.
      # @param paragraphs [Array<Manuscript::Paragraph>]
      # @raise [ChangeRefused]
      def refuse_listed(manuscript, *paragraphs)
        return if paragraphs.none? { |paragraph| manuscript.listed.include?(paragraph.id) }

        raise ChangeRefused, "A list of contents says what the headings say. Change those and bring the list up to date, " \
          "or take the list out as a whole."
      end

      # @return [Array<Manuscript::Paragraph>] those named by "paragraphs": ids, or "all"
      def chosen(manuscript)
        ids = parameters.fetch("paragraphs")
        return manuscript.paragraphs + manuscript.note_paragraphs if ids == "all"

        ids.map { |id| manuscript.paragraph(id.to_i) || raise(ChangeRefused, "A chosen paragraph is not in the manuscript any more.") }
      end

      # @return [Array<Array(Manuscript::Paragraph, Integer, Integer)>] those named by "text": stretches as [id, from, to]
      def stretches(manuscript)
        raise ChangeRefused, "No words are chosen." if parameters.fetch("text").empty?

        parameters.fetch("text").map do |id, from, to|
          paragraph = manuscript.paragraph(id.to_i) || raise(ChangeRefused, "A chosen paragraph is not in the manuscript any more.")
          unless from.to_i >= 0 && from.to_i < to.to_i && to.to_i <= paragraph.text.length
            raise ChangeRefused,
              "The chosen words are not there any more."
          end

          [paragraph, from.to_i, to.to_i]
        end
      end

      # @yieldparam run [Manuscript::Run] each run of the chosen stretches @yieldreturn [Manuscript::Run]
      # @return [Manuscript]
      def with_stretches(manuscript, &block)
        manuscript.with_paragraphs(stretches(manuscript).each_with_object({}) { |(paragraph, from, to), changed|
          changed[paragraph.id] = changed.fetch(paragraph.id, paragraph).with_stretch(from, to, &block)
        })
      end

      # @return [String] the words chosen, or how many stretches
      def stretches_named(manuscript)
        chosen = stretches(manuscript)
        return counted(chosen.size, "stretch", "stretches") if chosen.size > 1

        paragraph, from, to = chosen.first
        "“#{short(paragraph.text[from...to])}”"
      end

      def short(text, length = 40) =
        text.tr("\u{FFFC}", "").gsub(/[[:space:]]+/, " ").strip.then do |plain|
          (plain.length > length) ? "#{plain[0, length].strip} …" : plain
        end

      IN_CHARACTERS = /\A\s*([+\-−]?\d+(?:[.,]\d+)?)\s*ch\s*\z/i

      IN_EMS = /\d ?em\s*\z/i

      # What a person typed, as values; "em" is the type size, "ch" is the width of a zero in the formatting at hand, and an indent said so
      # keeps it beside its width.
      # @return [Hash{Symbol=>Object}] font and size, where they are said and rest on nothing else
      def parsed_letters(given)
        said = given.slice("font_family", "size").reject { |_, written| written.to_s.strip.empty? || written.to_s.match?(IN_EMS) }
        said.to_h { |name, written| [name.to_sym, Properties[name].parse(written)] }
      end

      # @param manuscript [Manuscript] in whose fonts characters are measured @param blank [Object] what an empty field means
      # @param under [Proc] of a property's name: its value as inherited, asked for only where pieces of it are to go
      # @yieldparam letters [Hash{Symbol=>Object}] font and size that are set in the same step
      # @yieldreturn [Cascade::Formatting] asked for only where a length is in characters or ems
      # @return [Hash{Symbol=>Object}]
      # @raise [ChangeRefused]
      def parsed_values(manuscript, blank:, under:, &formatting)
        given = parameters.fetch("values")
        letters = parsed_letters(given)
        given.reduce({}) do |values, (name, written)|
          property = Properties[name]
          characters = written.to_s[IN_CHARACTERS, 1]
          value = if written.to_s.strip.empty?
            blank
          else
            property.parse(written, ch: characters && character_width(formatting.call(letters), Fonts.of(manuscript)),
              em: (formatting.call((property.name == :size) ? {} : letters)[:size] if written.to_s.match?(IN_EMS)))
          end
          value = Properties::TabStop.only(value, under.call(:tabs)) if property.kind == :tabs && value != blank
          beside = Properties.in_characters(property.name)
          next values.merge(property.name => value) unless beside

          hundredths = (Rational(characters.tr(",−", ".-")) * 100).round if characters
          values.merge(property.name => value, beside.name => hundredths || instead_of_characters(under.call(beside.name), value, blank))
        end
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end

      # An indent in characters that is inherited would override a width (ISO/IEC 29500-1 §17.3.1.12): then it is said to be none.
      def instead_of_characters(inherited, value, blank) = (value != blank && Array(inherited).any? { |one| one.to_i.nonzero? }) ? 0 : blank

      # CSS Values 3 §6.1.1: the advance of the figure zero, EMU.
      def character_width(formatting, fonts) = (Layout::FormatTable.new(fonts).text(formatting).width("0") * Lengths::PT).round

      # @return [String] a name that no other style of the sheet has
      def free_name(sheet, name, except: nil)
        name = name.to_s.strip
        raise ChangeRefused, "A style needs a name of 1 to 100 letters." unless name.length.between?(1, 100)
        raise ChangeRefused, "A style's name has no comma: files keep its names in a list with commas between them." if name.include?(",")
        raise ChangeRefused, "There is a style “#{name}” already." if sheet.styles.each_value.any? do |style|
          [style.name, style.file_name].any? { |own| own.casecmp?(name) } && style.id != except&.id
        end

        name
      end

      # @return [Array(String, Array<Manuscript::Paragraph>), nil] one remark, nil where there is nothing to say
      def remark(paragraphs, one, many)
        [(paragraphs.size == 1) ? one : format(many, paragraphs.size), paragraphs] if paragraphs.any?
      end
    end
  end
end
