# frozen_string_literal: true

module Norvel
  # One key for each paragraph style in a sweep: chosen by the person, otherwise the heading level, 0 for
  # the base style, and a letter of the name.
  module StyleKeys
    ALLOWED = /\A[0-9a-z]\z/

    module_function

    # @param sheet [StyleSheet]
    # @param chosen [Hash{String=>String}] style id to key
    # @param used [Array<String>] ids of styles that have paragraphs, which come first
    # @return [Hash{String=>String}] key to style id, in the order of the keys
    def for(sheet, chosen: {}, used: [])
      keys = chosen.select { |id, key| sheet[id] && key.match?(ALLOWED) }.to_h { |id, key| [key, id] }
      styles = sheet.of_kind(:paragraph).reject(&:hidden).sort_by.with_index { |style, index| [used.include?(style.id) ? 0 : 1, index] }
      styles.each do |style|
        next if keys.value?(style.id)

        key = candidates(sheet, style).find { |candidate| !keys.key?(candidate) }
        keys[key] = style.id if key
      end
      keys.sort.to_h
    end

    def candidates(sheet, style)
      level = sheet.level_of(style)
      [level&.to_s, ("0" if style.id == sheet.default_id), *style.name.downcase.scan(/[a-z]/), *("a".."z")].compact
    end
    private_class_method :candidates
  end
end
