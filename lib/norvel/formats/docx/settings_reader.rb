# frozen_string_literal: true

require_relative "markup"

module Norvel
  module Formats
    module Docx
      # Reads what a file says of itself as a whole (ISO/IEC 29500-1 §17.15.1, and -4 §14.7 of older ways of setting), and tells what of it
      # no page shows.
      class SettingsReader
        SWITCHES = {hyphenate: "autoHyphenation", even_differs: "evenAndOddHeaders", mirrored: "mirrorMargins", gutter_above: "gutterAtTop",
                    records_revisions: "trackRevisions"}.freeze
        MOST_HYPHENS = (0..99)

        # @param codecs [Codecs]
        # @param warnings [Array<String>] what is told of the file, added to
        # @param told [Told] added to
        def initialize(codecs, warnings, told)
          @codecs = codecs
          @warnings = warnings
          @told = told
        end

        # @param root [Nokogiri::XML::Element]
        # @return [Manuscript::Settings]
        def read(root)
          @found = root.element_children.to_h { |node| [node.name, node] }
          @older = (@found["compat"]&.element_children || []).to_h { |node| [node.name, node] }
          switches = SWITCHES.transform_values { |name| on?(@found[name]) }
          @warnings << "The file records revisions; changes made here are not recorded as revisions." if switches[:records_revisions]
          tell(root)
          tell_of_colours
          Manuscript::Settings.new(**switches, **tab, **note_forms, **divided, breaks_stretch: !on?(@older["doNotExpandShiftReturn"]),
            columns_balanced: !on?(@older["noColumnBalance"]), marks_after_breaks: on?(@older["splitPgBreakAndParaMark"]))
        end

        private

        def on?(node) = !node.nil? && @codecs.on?(node)

        def said(name) = @found[name] && @codecs.attribute(@found[name])

        def tab = {tab: @codecs.measure(said("defaultTabStop"))}.select { |_, length| length&.positive? }

        # @return [Hash{Symbol=>Manuscript::NoteForm}] what the settings say of footnotes and endnotes
        def note_forms
          {footnotes: SectionReader.note_form(@codecs, @found["footnotePr"]),
           endnotes: SectionReader.note_form(@codecs, @found["endnotePr"], format: :lower_roman)}.compact
        end

        # How words are divided; no hyphen in a row is any number of them (§17.15.1.22).
        def divided
          row = @codecs.count(said("consecutiveHyphenLimit"), MOST_HYPHENS, "the number of hyphens in a row").to_i
          zone = @codecs.measure(said("hyphenationZone"))
          {hyphens_in_a_row: (row if row.positive?), capitals_divided: !on?(@found["doNotHyphenateCaps"]),
           **(zone ? {hyphenation_zone: zone.clamp(0..)} : {})}
        end

        PLACES = {"bg1" => "light1", "t1" => "dark1", "bg2" => "light2", "t2" => "dark2"}.freeze

        # Colours of the theme in other places than those they have without it (§17.15.1.20).
        def tell_of_colours
          node = @found["clrSchemeMapping"] or return
          places = node.attribute_nodes.to_h { |place| [place.node_name, place.value] }.slice(*PLACES.keys)
          return if places.all? { |name, place| PLACES[name] == place }

          @warnings << "The file gives the colours of its theme other places; no page here shows it."
        end

        # What no page shows, by the table of markup, and what stands in no row of it.
        def tell(root)
          @found.merge(@older).each do |name, node|
            next unless node.namespace&.href == root.namespace&.href

            table = Markup::SETTINGS[(node.parent == root) ? "settings" : "compat"]
            fate = table.find { |_, names| names.include?(name) }&.first
            tell_of(name, fate, older: node.parent != root) if fate.nil? || (fate.is_a?(String) && on?(node))
          end
        end

        def tell_of(name, said, older:)
          return @warnings << "#{said}; no page here shows it." if said

          @told.tell(
            if older then "The file asks to be set in an older way (“#{name}”), which Norvel does not follow; lines may stand elsewhere."
            else "The file says “#{name}”, which Norvel does not know; it stays in the file."
            end
          )
        end
      end
    end
  end
end
