# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # A paragraph or run that names a style which its file does not have is in the default style (ISO/IEC 29500-1 §17.3.1.27,
      # §17.3.2.29). A new style that comes to have that id would bring the name to life: it is taken out before anything is written.
      module DeadReferences
        NAMES = %w[pStyle rStyle].freeze
        STORIES = %r{\Aword/(?:document|footnotes|endnotes|comments|header\d*|footer\d*)\.xml\z}i

        module_function

        # @param members [Hash{String=>String}] of the file that came
        # @param before [StyleSheet] as it came @param now [StyleSheet]
        # @return [Hash{String=>String}] the parts that had to be changed
        def settled(members, before, now)
          fresh = now.styles.keys.reject { |id| before[id]&.kind == now[id].kind }
          return {} if fresh.empty?

          quoted = fresh.map { |id| %("#{id}").b }
          members.filter_map do |name, bytes|
            next unless name.match?(STORIES) && quoted.any? { |id| bytes.include?(id) }

            document = Nokogiri::XML(bytes)
            dead = dead_in(document, fresh)
            [name, Patching.serialize(document)] if dead.each(&:unlink).any?
          end.to_h
        end

        def dead_in(document, ids)
          named = document.xpath("//*[#{NAMES.map { |name| "local-name()='#{name}'" }.join(" or ")}]")
          named.select { |node| node.attribute_nodes.any? { |one| one.node_name == "val" && ids.include?(one.value) } }
        end
        private_class_method :dead_in
      end
    end
  end
end
