# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What this format makes of values: written and read again. It has no highlight beside the background, kerns or does not, and says
      # how far text is shifted as a share of its size, which is left as it is.
      class Spelled
        # What stands elsewhere than in a style, or is held against the other file as it comes out.
        APART = %i[numbering outline_level tabs break_before hyphenate].freeze
        # Not written by `Speller`.
        SILENT = %i[shift highlight indent_start_chars indent_end_chars indent_first_chars].freeze
        private_constant :SILENT

        # @param set [Hash{Symbol=>Object}]
        # @return [Hash{Symbol=>Object}] without what is compared by what comes of it
        def self.values(set) = (@one ||= new).set(set).except(*APART)

        # @param tabs [Array<Properties::TabStop>]
        # @return [Array<Properties::TabStop>] that a file can say
        def self.stops(tabs) = Properties::TabStop.seen(tabs || []).reject { |stop| stop.align == :bar }.sort_by(&:position)

        def initialize
          @document = Nokogiri::XML(%(<office:document xmlns:office="#{Names::SPACES["office"]}"/>))
          @nodes = Nodes.new(@document.root)
          @speller = Speller.new(@nodes, ->(family) { family })
          @spelling = Spelling.new({}, Values.new)
          @equal = {}
        end

        # @param set [Hash{Symbol=>Object}] values by property
        # @return [Hash{Symbol=>Object}] what a file says that has them
        def set(set) = @equal[set] ||= written(set)

        private

        def written(set)
          node = @nodes.loose("style:style", "style:family" => Styles::PARAGRAPH)
          @speller.patch(node, {}, set.except(*APART, *SILENT))
          read = @spelling.read(node) { |property| Properties::DEFAULTS[property] }
          apart = set.slice(*APART)
          apart[:tabs] = apart[:tabs].reject { |stop| stop.align == :bar } if apart[:tabs]
          read.except(*SILENT).merge(apart).freeze
        end
      end
    end
  end
end
