# frozen_string_literal: true

require_relative "../characters"

module Norvel
  module Formats
    module Odt
      # Characters and elements of a part of an .odt; what the file says of itself is no text, nor are pictures that stand in it.
      class Characters < Formats::Characters
        STORIES = /(?:content|styles)\.xml\z/
        ENDS = %r{</(?:[\w.-]+:)?[ph]>}
        # What formatting, lists, parts, contents and joins may make and take away.
        KNOWN = %w[p h span s tab line-break soft-page-break list list-item list-header numbered-paragraph a list-style
          list-level-style-number list-level-style-bullet list-level-style-image outline-level-style outline-style
          table-header-rows table-column table-columns
          index-body index-title section page-number page-count title initial-creator creator chapter modification-date
          placeholder automatic-styles font-face-decls].freeze
        SPACES = %w[style number meta dc config fo].freeze # of formatting, and of what a file says of itself
        APART = %w[meta settings binary-data desc].map { |name| %r{<((?:[\w.-]+:)?#{name})(?: [^<>]*)?>.*?</\1>}m }.freeze

        private

        def without(source) = APART.reduce(source) { |text, pattern| text.gsub(pattern, "") }

        def passing?(name)
          prefix, local = name.split(":")
          SPACES.include?(prefix) || KNOWN.include?(local || prefix)
        end
      end
    end
  end
end
