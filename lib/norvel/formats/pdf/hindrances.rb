# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # Why a PDF may not call itself accessible: what ISO 14289-1 (PDF/UA-1) asks for and only a person can say.
      class Hindrances
        # @param layout [Layout]
        def initialize(layout)
          @layout = layout
          @manuscript = layout.manuscript
        end

        # @return [Array<String>] each a clause of a sentence
        def to_a = [silent_images, language, levels].compact

        def none? = to_a.empty?

        private

        # §7.3
        def silent_images
          silent = @manuscript.images.count { |_, inset, _| inset.silent? }
          return if silent.zero?

          (silent == 1) ? "an image has no text alternative" : "#{silent} images have no text alternative"
        end

        # §7.2
        def language = ("the language is not said" unless @manuscript.info.language)

        # §7.4.2: they begin with the first level, and none is passed over.
        def levels
          headings = @manuscript.paragraphs.reject(&:blank?).filter_map do |paragraph|
            (level = @layout.cascade.paragraph(paragraph)[:outline_level]) && [paragraph, level]
          end
          first = headings.first
          return "the first heading is of level #{first.last}" if first && first.last > 1

          above, below = headings.each_cons(2).find { |(_, level), (_, next_level)| next_level > level + 1 }
          "a heading of level #{below.last} follows one of level #{above.last} on page #{@layout.page_of(below.first.id)}" if above
        end
      end
    end
  end
end
