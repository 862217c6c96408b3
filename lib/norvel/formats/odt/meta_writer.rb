# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What a file says of itself (ISO/IEC 26300, part 3, §4): title, subject, keywords, author, and properties that programs name.
      class MetaWriter
        SAID = {title: "dc:title", subject: "dc:subject"}.freeze
        AUTHORS = %w[meta:initial-creator dc:creator].freeze
        KEYWORD = "meta:keyword"
        OWN = "meta:user-defined"

        # @param nodes [Nodes] @param meta [Nokogiri::XML::Element] office:meta
        def initialize(nodes, meta)
          @nodes = nodes
          @meta = meta
        end

        # @param before [Manuscript::Info] @param now [Manuscript::Info]
        # @return [void]
        def write(before, now)
          SAID.each { |member, name| put(name, now[member]) unless before[member] == now[member] }
          author(now.author) unless before.author == now.author
          keywords(now.keywords) unless before.keywords == now.keywords
        end

        # @param wanted [Hash{String=>String}] by name
        # @return [void]
        def properties(wanted)
          wanted.each do |name, value|
            node = Names.children(@meta, OWN).find { |one| Names.attribute(one, "meta:name") == name } ||
              @nodes.make(@meta, OWN, "meta:name" => name)
            node.content = value
          end
        end

        private

        def put(name, value)
          node = Names.child(@meta, name)
          return node&.unlink if value.to_s.empty?

          (node || @nodes.make(@meta, name)).content = value
        end

        # Whoever is named as the author goes wherever that is said.
        def author(value)
          return AUTHORS.each { |name| put(name, nil) } if value.to_s.empty?

          put(AUTHORS.first, value)
        end

        def keywords(value)
          Names.children(@meta, KEYWORD).each(&:unlink)
          value.to_s.split(/\s*,\s*/).reject(&:empty?).each { |word| @nodes.make(@meta, KEYWORD).content = word }
        end
      end
    end
  end
end
