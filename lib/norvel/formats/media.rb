# frozen_string_literal: true

module Norvel
  module Formats
    # Which kind of picture bytes are, for members of a file that are new.
    module Media
      BEGINNINGS = {"\x89PNG".b => "png", "\xFF\xD8".b => "jpeg", "GIF8".b => "gif", "BM".b => "bmp", "<svg".b => "svg", "<?xml".b => "svg",
                    "RIFF".b => "webp"}.freeze
      TYPES = {"svg" => "image/svg+xml"}.freeze
      UNKNOWN = "bin"

      module_function

      # @param data [String] bytes
      # @return [String] the ending of a name for them
      def ending(data) = BEGINNINGS.find { |begins, _| data.b.start_with?(begins) }&.last || UNKNOWN

      # @param ending [String]
      # @return [String] a media type
      def type(ending) = TYPES.fetch(ending) { (ending == UNKNOWN) ? "application/octet-stream" : "image/#{ending}" }
    end
  end
end
