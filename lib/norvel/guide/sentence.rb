# frozen_string_literal: true

module Norvel
  class Guide
    # The sentence of a rule in pieces: its words, and its values where they stand in it. Where that is, is found by asking the rule what
    # it would say with other values, so that no kind of rule has to say it.
    #
    #   Sentence.new(draft, data).pieces.map(&:text).join   # "Margins are 2.5 cm at the top."
    class Sentence
      # `place` is what Draft#set takes, `parameter` what it is a value of (nil: words between values), `written` as a person writes it.
      Piece = Norvel::Value.define(:text, place: nil, parameter: nil, edge: nil, written: nil) do
        # @return [String] what it is called
        def called = edge ? "#{parameter.called}, #{edge}" : parameter.called

        # @return [Array<String>, nil] what may stand there instead, where it is one of several
        def offered = if parameter.kind == :switch
                        %w[yes no]
                      else
                        ((parameter.kind == :choice) ? parameter.choices : nil)
                      end
      end

      OTHERS = {length: %w[771pt 339in], number: [7_777, 3_339], word: %w[Qzx Jwk], words: [%w[Qzx], %w[Jwk]],
                slots: [%w[glossary_entry], %w[index_entry]], parts: [%w[front], %w[main], %w[front main]], property: %w[color scale],
                properties: [%w[color], %w[scale]], value: ["31 pt", "29 pt", "Qzx", 3.75, 2.25, 3, 7, true, false, "#AB0012"],
                levels: [[5], [6]], switch: [true, false]}.freeze
      LONGEST = 80 # letters of a value that stands in place
      UNIT = /\G (?:cm|mm|in|pt)\b/

      # @param draft [Draft] @param data [Hash] a rule as the file has it
      def initialize(draft, data)
        @draft = draft
        @data = data
        @resolved = draft.said.resolved(data)
        @sentence = said(@resolved)
      end

      # @return [Array<Piece>] which make up the sentence
      def pieces
        @pieces ||= begin
          at = 0
          found = values.sort_by { |range, _| range.begin }.flat_map do |range, piece|
            between = @sentence[at...range.begin]
            at = range.end
            [(Piece.new(text: between) unless between.empty?), piece.with(text: @sentence[range])].compact
          end
          rest = @sentence[at..]
          rest.empty? ? found : found + [Piece.new(text: rest)]
        end
      end

      # @return [Array<Parameter>] those that its pieces are values of
      def placed = pieces.filter_map(&:parameter).uniq

      private

      # @return [Array<Array(Range, Piece)>]
      def values
        kind.all_parameters.each_with_object([]) do |parameter, found|
          edges(parameter).each do |edge|
            range = place(parameter, edge) or next
            next if found.any? { |other, _| range.begin < other.end && other.begin < range.end }

            found << [range, piece(parameter, edge)]
          end
        end
      end

      def kind = Rule::KINDS.fetch(@data["checks"])

      # @return [Array<String, nil>] the edges of lengths by edge
      def edges(parameter)
        value = @resolved[parameter.name.to_s]
        if value.nil? then []
        elsif parameter.kind == :lengths then value.keys
        else [nil]
        end
      end

      def piece(parameter, edge)
        value = @resolved[parameter.name.to_s]
        Piece.new(text: "", place: ["rules", @data["id"], parameter.name, edge].compact.join("/"), parameter: parameter, edge: edge,
          written: parameter.shown(@draft.shown(edge ? value[edge] : value)))
      end

      # @return [Range, nil] where in the sentence the value stands
      def place(parameter, edge)
        name = parameter.name.to_s
        changed = instead_of(parameter, edge).filter_map do |other|
          value = edge ? @resolved[name].merge(edge => other) : other
          differing(@sentence, said(@resolved.merge(name => value))) unless value == @resolved[name]
        rescue Error
          nil
        end
        return if changed.empty?

        range = whole_words(changed.map(&:begin).min, changed.map(&:end).max)
        range = range.begin...UNIT.match(@sentence, range.end).end(0) if UNIT.match?(@sentence, range.end)
        range if range.size.between?(1, LONGEST)
      end

      # @return [Array<Object>] what else it may be, as a file has it
      def instead_of(parameter, edge)
        return OTHERS[:length] if edge
        return parameter.choices if parameter.kind == :choice
        return parameter.choices.each_slice(1).to_a if parameter.kind == :choices
        return properties_like(@resolved[parameter.name.to_s]) if parameter.kind == :property
        return values_like.combination(2).to_a if parameter.kind == :values && @resolved[parameter.name.to_s].size == 2

        case parameter.kind
        when :value then values_like
        when :values then values_like.each_slice(1).to_a
        else OTHERS.fetch(parameter.kind)
        end
      end

      # @return [Array<String>] names of properties that take the same values
      def properties_like(name)
        own = Properties[name]
        Properties.all.select { |one| one.kind == own.kind && one.name != own.name }.map { |one| one.name.to_s }
      end

      def values_like = OTHERS[:value] + (Properties[@resolved["property"]]&.choices || []).map(&:to_s)

      def said(data) = Rule.build(data).sentence

      # @return [Range, nil] what of a text differs from another
      def differing(text, other)
        return if text == other

        least = [text.length, other.length].min
        from = (0...least).find { |index| text[index] != other[index] } || least
        back = (0...(least - from)).find { |index| text[-1 - index] != other[-1 - index] } || (least - from)
        from...(text.length - back)
      end

      # Up to white space on both sides; signs of punctuation and quotation marks around stay outside.
      def whole_words(from, to)
        from -= 1 while from.positive? && @sentence[from - 1].match?(/[[:alnum:].,°#-]/)
        to += 1 while to < @sentence.length && @sentence[to].match?(/[[:alnum:]]/)
        return from...to unless @sentence[from...to].match?(/[[:alnum:]]/)

        from += 1 while @sentence[from].match?(/[[:space:],;.“‘]/)
        to -= 1 while @sentence[to - 1].match?(/[[:space:],;.:”’]/)
        from...to
      end
    end
  end
end
