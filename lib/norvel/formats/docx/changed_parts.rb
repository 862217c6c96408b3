# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The members of a file that change: their bytes, and documents that several writers add to (content types, relationships), which
      # are parsed once and written once.
      #
      #   changed["word/styles.xml"] = bytes
      #   changed.document("[Content_Types].xml").root.add_child(…)
      #   changed.to_h
      class ChangedParts
        # @param package [Package] @param bytes [Hash{String=>String}] those that change anyway
        def initialize(package, bytes = {})
          @package = package
          @bytes = bytes.dup
          @open = {}
          @numbers = Hash.new(1)
          @ids = {}
        end

        # @param name [String] @param bytes [String]
        def []=(name, bytes)
          @open.delete(name)
          @bytes[name] = bytes
        end

        # @return [String, nil] as it is going to be
        def [](name) = @open.key?(name) ? @open[name].to_xml : @bytes[name]

        # @param name [String]
        # @yieldreturn [Nokogiri::XML::Document] where the file has no such part; else that is refused
        # @return [Nokogiri::XML::Document] to be added to
        # @raise [FileError]
        def document(name)
          name = @package.actual(name)
          @open[name] ||= if @bytes.key?(name) then Nokogiri::XML(@bytes.delete(name))
          elsif block_given? && !@package.part?(name) then yield
          else @package.parse(name)
          end
        end

        # @param form [String] "rIdHeader%d" @param taken [Proc] of a name: whether the file has it
        # @return [String] the next name of this form that nothing has
        def free(form, &taken)
          number = @numbers[form]
          number += 1 while taken[format(form, number)]
          @numbers[form] = number + 1
          format(form, number)
        end

        # @param relations [String] the part that says them @return [Set<String>] the ids of relationships that the file has
        def ids(relations) = @ids[relations] ||= document(relations).root.element_children.to_set { |link| link["Id"] }

        def key?(name) = @bytes.key?(name) || @open.key?(name)

        def empty? = @bytes.empty? && @open.empty?

        # @return [Hash{String=>String}] names to bytes
        def to_h = @bytes.merge(@open.transform_values(&:to_xml))
      end
    end
  end
end
