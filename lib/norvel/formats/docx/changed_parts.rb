# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The members of a file that change: their bytes, and documents that several writers add to (content types, relationships), which
      # are parsed once and written once.
      #
      #   changed["word/styles.xml"] = bytes
      #   changed.open("[Content_Types].xml").root.add_child(…)
      #   changed.to_h
      class ChangedParts
        # @param package [Package]
        def initialize(package)
          @package = package
          @bytes = {}
          @open = {}
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
        def open(name)
          name = @package.actual(name)
          @open[name] ||= if @bytes.key?(name) then Nokogiri::XML(@bytes.delete(name))
          elsif block_given? && !@package.part?(name) then yield
          else @package.parse(name)
          end
        end

        def key?(name) = @bytes.key?(name) || @open.key?(name)

        def empty? = @bytes.empty? && @open.empty?

        # @return [Hash{String=>String}] names to bytes
        def to_h = @bytes.merge(@open.transform_values(&:to_xml))
      end
    end
  end
end
