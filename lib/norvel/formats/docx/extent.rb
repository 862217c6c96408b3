# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # How much there is in a part, counted in its bytes before anything is made of it: small files can hold more than a machine can.
      module Extent
        COUNTED = {paragraphs: "p", cells: "tc", sections: "sectPr", styles: "style"}.freeze

        module_function

        # @param member [String] the bytes of a part @param limits [Formats::Limits]
        # @return [void]
        # @raise [FileError]
        def check(member, limits)
          COUNTED.each do |what, element|
            most = limits[what]
            found = count(member, element)
            limits.refuse(what, found) if found > most
          end
        end

        # @return [Integer] opening tags of that name, whatever their prefix
        def count(member, element) = member.scan(%r{<(?:[\w.-]{1,40}:)?#{element}[ />\t\r\n]}n).size
        private_class_method :count
      end
    end
  end
end
