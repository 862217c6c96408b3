# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # The faces of fonts that a part declares (ISO/IEC 26300, part 3, §16.21); one that is missing is put in.
      class Faces
        HOLDER, FACE = "office:font-face-decls", "style:font-face"
        # What the root of a part holds, in its order (§3.1.3).
        ORDER = %w[office:meta office:settings office:scripts office:font-face-decls office:styles office:automatic-styles
          office:master-styles office:body].freeze

        # @param nodes [Nodes] of the part
        def initialize(nodes)
          @nodes = nodes
        end

        # @param family [String]
        # @return [String] the name of its face
        def call(family)
          known[family] ||= StyleNames.free(family.gsub(/[^[:alnum:] -]/, ""), known.values).tap do |name|
            holder = @nodes.child(@nodes.root, HOLDER, ORDER)
            quoted = family.match?(/\A[\w-]+\z/) ? family : "'#{family.delete("'")}'"
            @nodes.make(holder, FACE, "style:name" => name, "svg:font-family" => quoted)
          end
        end

        private

        def known
          @known ||= Names.children(Names.child(@nodes.root, HOLDER), FACE).reverse.to_h { |face|
            name = Names.attribute(face, "style:name")
            [Values.new.family(Names.attribute(face, "svg:font-family")) || name, name]
          }
        end
      end

      # Names of styles (§18.3.28).
      module StyleNames
        PLAIN = /\A[[:alpha:]_][[:alnum:]._-]*\z/

        module_function

        # @param wanted [String] @param taken [#include?]
        # @return [String] the name, or with a number, that is not taken
        def free(wanted, taken)
          return wanted unless taken.include?(wanted)

          (2..).lazy.map { |number| "#{wanted}#{number}" }.find { |one| !taken.include?(one) }
        end

        # @return [String] as a style of the file may be called: what may not stand in it by its number, as this format does it (§19.472)
        def spelled(text)
          return text if text.match?(PLAIN)

          text.each_char.with_index.map { |sign, index|
            (sign.match?(/[[:alpha:]]/) || (index.positive? && sign.match?(/[[:alnum:].-]/))) ? sign : format("_%x_", sign.ord)
          }.join
        end
      end
    end
  end
end
