# frozen_string_literal: true

require "psych"
require "date"

module Norvel
  module Formats
    module Markdown
      # What stands before a text between two lines of hyphens, as YAML: title, subtitle, author, date, abstract as its title block,
      # language and keywords as its properties. What else stands there stays in the file.
      class FrontMatter
        BLOCK = /\A---[ \t]*\n(.*?\n)?(?:---|\.\.\.)[ \t]*(?:\n|\z)/m
        SHOWN = %w[title subtitle author date abstract].freeze
        LANGUAGE = %w[lang language].freeze

        # @return [String] the text without it
        attr_reader :rest
        # @return [Integer] how many lines it takes
        attr_reader :lines
        attr_reader :warnings

        # @param blocks [Array<Elements::Block>] of a text
        # @return [Array<Elements::Block>] those at its beginning that stand before it, as long as they come in the order of such keys
        def self.head(blocks)
          last = 0
          blocks.take_while do |block|
            place = block.kind == :text && SHOWN.index(block.role.to_s)
            plain = block.pieces.none? { |piece| piece.note || piece.picture || piece.link }
            plain && place && place >= last && (last = place)
          end
        end

        # @param front [FrontMatter] as it stands @param whole [Elements::Whole] of the manuscript now
        # @param info [Manuscript::Info] now @param was [Manuscript::Info]
        # @return [String] with what is said otherwise now in the place of what was said; what nothing is known of stays
        def self.rewritten(front, whole, info, was)
          head = head(whole.blocks)
          wanted = head.group_by { |block| block.role.to_s }.transform_values { |blocks| blocks.map { |one| one.text.split.join(" ") } }
          language = LANGUAGE.find { |key| front.values(key).any? } || LANGUAGE.first
          {language => :language, "keywords" => :keywords, "subject" => :subject}.each do |key, name|
            wanted[key] = [info[name]].compact if info[name] != was[name]
          end
          changed = [*SHOWN, *wanted.keys].uniq.reject { |key| (wanted[key] || []) == front.values(key) }
          changed.reduce(front.written) { |text, key| with(text, key, wanted[key] || []) }
        end

        # The lines of a key: its own, and what is set in below it.
        def self.with(written, key, values)
          line = if values.empty?
            ""
          else
            Psych.dump({key => (values.size == 1) ? values.first : values}, line_width: -1).delete_prefix("---\n")
          end
          name = Regexp.union(key, "\"#{key}\"", "'#{key}'")
          place = /^#{name}[ \t]*:.*\n(?:(?:[ \t]+|-[ \t]).*\n|[ \t]*\n(?=[ \t]))*/
          return written.sub(place) { line } if written.match?(place)
          return written if line.empty?

          written.empty? ? "---\n#{line}---\n" : written.sub(/^(---|\.\.\.)[ \t]*\n?\z/) { |closing| "#{line}#{closing}" }
        end
        private_class_method :with

        # @param text [String]
        def initialize(text)
          @warnings = []
          found = text.match(BLOCK)
          @said = found ? read(found[1].to_s) : nil
          @written = @said ? found[0] : ""
          @said ||= {}
          @rest = text[@written.length..]
          @lines = @written.count("\n")
        end

        # @return [String] as it stands in the file
        attr_reader :written

        # @return [Array<Elements::Block>] the title block
        def blocks
          SHOWN.flat_map { |key| values(key).map { |text| [key, text] } }.map do |key, text|
            Elements::Block.new(kind: :text, role: key.to_sym, pieces: [Elements::Piece.new(text: text)])
          end
        end

        # @return [Manuscript::Info]
        def info
          language = LANGUAGE.filter_map { |key| values(key).first }.first
          Manuscript::Info.new(title: values("title").first, author: listed("author"), subject: values("subject").first, language: language,
            keywords: listed("keywords"))
        end

        # @return [String, nil]
        def listed(key) = values(key).then { |all| all.join(", ") if all.any? }

        # @param key [String]
        # @return [Array<String>] what it says for it, each in one line
        def values(key)
          [@said[key]].flatten.compact.map { |one| one.is_a?(Hash) ? one["name"].to_s : one.to_s }
            .map { |text| Manuscript::PlainText.clean(text).split.join(" ") }.reject(&:empty?)
        end

        private

        def read(yaml)
          said = Psych.safe_load(yaml, permitted_classes: [Date, Time])
          return said.transform_keys(&:to_s) if said.is_a?(Hash)

          @warnings << "What stands before the text between two lines of hyphens says nothing by name; it is read as text." if said
          nil
        rescue Psych::Exception => error
          @warnings << "What stands before the text between two lines of hyphens is no YAML (#{error.message[/: (.*)\z/, 1]}); " \
            "it is read as text."
          nil
        end
      end
    end
  end
end
