# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What the format makes of values: written and read again. 0.4 cm is 227 twips there, which is no difference; three orphans
      # are two, which is one.
      class Spelled
        TARGETS = {paragraph: "pPr", text: "rPr"}.freeze
        NAMES = TARGETS.keys.to_h { |target| [target, Properties.of(target).map(&:name)] }.freeze

        def initialize
          @document = Nokogiri::XML(%(<w:document xmlns:w="#{Namespaces::TRANSITIONAL.main}"/>))
          @spelling = Spelling.new(@document.root, Theme.new(nil))
          @same = {}.compare_by_identity
          @equal = {}
        end

        # @param set [Hash{Symbol=>Object}] values by property
        # @return [Hash{Symbol=>Object}] what a file says that has them
        def set(set) = @same[set] ||= (@equal[set] ||= written(set))

        # @return [Array<Symbol>] the settings that are written; the others stay as the file has them
        def settings = SettingsWriter::SWITCHES.keys + SettingsWriter::NOTES.keys

        # @return [Integer] the EMU of a length in whole twips
        def length(emu) = Format::GRID.length(emu)

        private

        def written(set)
          TARGETS.reduce({}) do |found, (target, element)|
            own = set.slice(*NAMES[target])
            next found if own.empty?

            node = @spelling.codecs.make(@document.root, element).unlink
            @document.root.add_child(node)
            @spelling.patch(node, target, {}, own)
            found.merge(@spelling.read(node, target)).tap { node.unlink }
          end
        end
      end
    end
  end
end
