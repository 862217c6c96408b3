# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # Values that all paragraphs of a style have by hand are the style's: a page says for each of its elements how all of them look. What
      # some have otherwise stays by hand.
      #
      #   Shared.new(manuscript).manuscript
      class Shared
        STAY = %i[numbering break_before right_to_left].freeze # by hand

        # @param manuscript [Manuscript]
        def initialize(manuscript)
          @manuscript = manuscript
          @all = (manuscript.paragraphs + manuscript.note_paragraphs).group_by(&:style)
        end

        # @return [Manuscript]
        def manuscript
          given = @all.transform_values { |paragraphs| shared(paragraphs) }.reject { |_, set| set.empty? }
          return @manuscript if given.empty?

          sheet = given.reduce(@manuscript.sheet) do |now, (id, set)|
            style = now[id]
            now.with_style(style.with(properties: style.properties.merge(set)))
          end
          changed = given.flat_map { |id, set| @all[id].map { |paragraph| [paragraph.id, paragraph.bared_of(set)] } }.to_h
          @manuscript.with(sheet: based(sheet, given)).with_paragraphs(changed)
        end

        private

        def shared(paragraphs)
          whole = paragraphs.map { |one| one.properties.except(*STAY).to_a }.reduce(:&).to_h
          runs = paragraphs.flat_map(&:runs).reject { |run| run.text.strip.empty? || run.insets.any? || run.field }
          plain = runs.reject { |run| run.style }
          words = (plain.empty? ? runs : plain).map { |run| run.properties.to_a }.reduce(:&).to_h
          whole.merge(words)
        end

        # What all of them say of text, the base says.
        def based(sheet, given)
          root = sheet.chain(sheet.default_id).first
          common = @all.keys.map { |id| given.fetch(id, {}).to_a }.reduce(:&).to_h.select { |name, _| Properties[name].text? }
          return sheet if common.empty?

          sheet = given.keys.reduce(sheet) do |now, id|
            style = now[id]
            now.with_style(style.with(properties: style.properties.reject { |name, value| id != root.id && common[name] == value }))
          end
          sheet.with_style(sheet[root.id].then { |style| style.with(properties: style.properties.merge(common)) })
        end
      end
    end
  end
end
