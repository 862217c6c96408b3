# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Fields (ISO/IEC 26300, part 3, §7): their result is text, what they say besides is kept. `of` says what a run is that holds one.
      module Fields
        # Those that the layout works out; in the text itself only the first two.
        LAID_OUT = {"text:page-number" => :page, "text:page-count" => :pages, "text:title" => :title, "text:initial-creator" => :author,
                    "text:creator" => :author, "text:chapter" => :chapter}.freeze
        IN_TEXT = %i[page pages].freeze

        # Whose results are worked out, not written by a person.
        GENERATED = %w[date time page-number page-count page-continuation paragraph-count word-count character-count table-count image-count
          object-count title subject keywords description initial-creator creator author-name author-initials creation-date creation-time
          modification-date modification-time print-date print-time printed-by editing-cycles editing-duration chapter file-name
          template-name sheet-name sequence sequence-ref bookmark-ref reference-ref note-ref bibliography-mark variable-get
          user-field-get expression page-variable-get measure].map { |name| "text:#{name}" }.freeze
        # Whose result a person wrote, or chose.
        WRITTEN = %w[sender-firstname sender-lastname sender-initials sender-title sender-position sender-email sender-phone-private
          sender-fax sender-company sender-phone-work sender-street sender-city sender-postal-code sender-country sender-state-or-province
          variable-set variable-input user-field-input placeholder conditional-text hidden-text text-input user-defined database-display
          database-name database-row-number drop-down dde-connection].map { |name| "text:#{name}" }.freeze
        REFERENCES = {"text:bookmark-ref" => :text, "text:reference-ref" => :text, "text:sequence-ref" => :text,
                      "text:note-ref" => :note}.freeze
        # §19.813 (text:reference-format)
        FORMATS = {"page" => :folio, "chapter" => :number, "number" => :number, "number-no-superior" => :number,
                   "number-all-superior" => :number, "direction" => :position, "text" => :text, "value" => :number,
                   "category-and-value" => :text, "caption" => :text}.freeze

        module_function

        # @param name [String] of an element
        def field?(name) = GENERATED.include?(name) || WRITTEN.include?(name)

        # @param margins [Boolean] whether it stands in a header or footer
        # @return [Hash] members of its run
        def of(node, name, margins:)
          {field: laid_out(node, name, margins), refers: reference(node, name), by: (by(node) if name == "text:chapter" && margins)}.compact
        end

        def laid_out(node, name, margins)
          return if %w[previous next].include?(Names.attribute(node, "text:select-page")) || Names.attribute(node, "text:fixed") == "true"

          field = LAID_OUT[name]
          field if margins || IN_TEXT.include?(field)
        end

        def by(node) = Names.attribute(node, "text:outline-level") || "1"

        # @return [Manuscript::Reference, nil]
        def reference(node, name)
          if name == "text:sequence"
            return Manuscript::Reference.new(what: :count, to: Names.attribute(node, "text:name"), resets: nil)
          end

          what = REFERENCES[name] or return
          what = FORMATS.fetch(Names.attribute(node, "text:reference-format"), what) unless what == :note
          Manuscript::Reference.new(what: what, to: Names.attribute(node, "text:ref-name"))
        end
        private_class_method :laid_out, :by, :reference
      end
    end
  end
end
