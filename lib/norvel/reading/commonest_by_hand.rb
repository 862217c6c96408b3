# frozen_string_literal: true

module Norvel
  # What most paragraphs of each style have by hand: what the styles would say if their paragraphs had never been formatted one by one.
  #
  #   CommonestByHand.of(manuscript).map(&:values)
  module CommonestByHand
    # `values` by property; `agreeing` the ids of paragraphs that have all of them by hand, `others` of those that have not.
    Found = Value.define(:style, :values, :agreeing, :others)

    LEAST = 2 # paragraphs that agree

    module_function

    # @param manuscript [Manuscript]
    # @return [Array<Found>] for the paragraph styles where more than half of the paragraphs with text agree, in the order of the sheet
    def of(manuscript)
      by_style = (manuscript.paragraphs + manuscript.note_paragraphs).reject(&:blank?).group_by(&:style)
      manuscript.sheet.styles.keys.filter_map { |id| by_style[id] && found(id, by_style[id]) }
    end

    def found(id, paragraphs)
      sets = paragraphs.to_h { |paragraph| [paragraph.id, DirectFormatting.adoptable(paragraph)] }
      agreeing, values = sets.keys, {}
      counted(sets.values).sort_by { |_, count| -count }.each do |(name, value), count|
        break if count < LEAST || count * 2 <= paragraphs.size

        still = agreeing.select { |one| Properties.same?(name, sets[one][name], value) }
        agreeing, values = still, values.merge(name => value) if still.size >= LEAST && still.size * 2 > paragraphs.size
      end
      return if values.empty?

      others = sets.keys - agreeing
      Found.new(style: id, values: values, agreeing: agreeing, others: others)
    end

    # Values that differ by a file's rounding are one, the first.
    # @return [Hash{Array(Symbol, Object)=>Integer}]
    def counted(sets)
      sets.flat_map(&:to_a).tally.each_with_object(Hash.new(0)) do |((name, value), count), found|
        known = found.keys.find { |other, said| other == name && Properties.same?(name, said, value) }
        found[known || [name, value]] += count
      end
    end
    private_class_method :found, :counted
  end
end
