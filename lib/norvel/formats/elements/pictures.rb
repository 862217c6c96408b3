# frozen_string_literal: true

require "prawn"

module Norvel
  module Formats
    module Elements
      # How large the pictures of a text are, which does not say it: by their dots, at 96 an inch, and no wider than the text.
      module Pictures
        PX = Css::Values::PX
        HIGHEST = 0.8 # of the width of the text

        module_function

        # @param manuscript [Manuscript]
        # @yieldparam ref [String] @yieldreturn [String, nil] the bytes of a picture
        # @return [Manuscript]
        def sized(manuscript, &media)
          sizes = Hash.new { |found, ref| found[ref] = size(media.call(ref)) }
          changed = (manuscript.paragraphs + manuscript.note_paragraphs).select { |one| one.insets.any? { |inset| unsized?(inset) } }
            .to_h { |one| [one.id, one.with(runs: one.runs.map { |run| run(run, sizes) })] }
          manuscript.with_paragraphs(changed)
        end

        def unsized?(inset) = inset.image? && inset.ref && (inset.width.nil? || inset.height.nil?)

        def run(run, sizes)
          return run if run.insets.none? { |inset| unsized?(inset) }

          run.with(insets: run.insets.map { |inset| unsized?(inset) ? inset.with(**scaled(inset, sizes[inset.ref])) : inset })
        end

        # One side that is said asks for the other.
        def scaled(inset, size)
          return size if size.empty? || [inset.width, inset.height].none?

          ratio = size[:height].to_f / size[:width]
          {width: inset.width || (inset.height / ratio).round, height: inset.height || (inset.width * ratio).round}
        end

        # @param data [String, nil]
        # @return [Hash{Symbol=>Integer}] width and height in EMU, nothing where they are not known
        def size(data)
          found = data && dots(data) or return {}
          width, height = found.map { |count| count * PX }
          most = PlainSheet.page.text_width
          scale = [1.0, most.to_f / width, most * HIGHEST / height].min
          {width: (width * scale).round, height: (height * scale).round}
        end

        def dots(data)
          return [data[6, 2].unpack1("v"), data[8, 2].unpack1("v")] if data.start_with?("GIF8".b)

          image = Prawn.image_handler.find(data).new(data)
          [image.width, image.height] if image.width.to_i.positive? && image.height.to_i.positive?
        rescue Prawn::Errors::UnsupportedImageType, Zlib::Error, ArgumentError, NoMethodError, TypeError, RuntimeError
          nil
        end
        private_class_method :unsized?, :run, :scaled, :size, :dots
      end
    end
  end
end
