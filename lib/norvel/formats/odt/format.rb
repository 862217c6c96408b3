# frozen_string_literal: true

require_relative "../format"
require_relative "reader"
require_relative "writer"
require_relative "deliverable"
require_relative "maker"
require_relative "bare"

module Norvel
  module Formats
    module Odt
      # OpenDocument text (ISO/IEC 26300): packages, templates, and the flat form in one XML file.
      class Format < Formats::Format
        MEDIA_TYPES = {".odt" => Package::TEXT, ".ott" => Package::TEMPLATE, ".fodt" => "#{Package::TEXT}-flat-xml"}.freeze

        def name = "odt"

        def endings = MEDIA_TYPES.keys

        def media_type(ending = nil) = MEDIA_TYPES.fetch(ending || endings.first)

        def reads? = true

        GLANCE = 4_096 # bytes
        private_constant :GLANCE

        # Its type comes first in a package (part 2, §3.3), and its root in the flat form.
        def its?(bytes)
          head = bytes.byteslice(0, GLANCE).b
          head.include?("mimetype#{Package::TEXT}") || (head.include?("<office:document") && head.include?(Names::SPACES["office"]))
        end

        # What is said last counts (part 3, §16.2); the indents of a list's level stand under those of styles (§17.20); what an automatic
        # style of a paragraph says of text, its text has.
        INHERITANCE = Manuscript::Inheritance.new(toggles: :nearest, levels: :under_styles, text_of_paragraphs: true, run_in: false,
          one_outline: true)

        def inheritance = INHERITANCE

        def read(bytes, limits: nil) = Reader.read(bytes, limits: limits)

        def across = {between: :larger, tabs_from: :indent, counts: NumberFormats::FOLIOS.values}

        def carries?(inset) = inset.kind == :note || !inset.box.nil? || (inset.image? && !inset.ref.nil?)

        def makes? = true

        def make(manuscript, layout: nil, source: Source.none, name: "", ending: nil, **, &progress)
          Maker.new(Across.new(manuscript, self, source: source), source, ending: ending, &progress).bytes
        end

        def lost(manuscript, layout: nil, source: Source.none)
          forms = Maker.other_forms(manuscript).size
          own = forms.positive? ? [Lost.new(what: "heading number that the others give their form", count: forms)] : []
          own + Across.new(manuscript, self, source: source).lost
        end

        def bare(samples = []) = Bare.bytes(samples)

        def patch(manuscript, source, ending: nil, &progress) = Writer.write(manuscript, source, ending: ending, &progress)

        def undeliverable(before, after) = Deliverable.refusal(before, after)

        def spelled_level(level, index) = ListStyles.spelled(level, index)

        def spelled(set) = (@spelled ||= Spelled.new).set(set)

        def media(source, ref)
          number = ref[/\Abinary (\d+)\z/, 1]
          number ? binary(source, number.to_i) : Archive.member(source, ref)
        end

        def links(source) = Reader.new(source).tap(&:read).links

        def properties(source)
          Names.children(Package.read(source).meta, "meta:user-defined").to_h { |node| [Names.attribute(node, "meta:name"), node.text] }
        end

        def with_properties(source, wanted)
          package = Package.read(source)
          MetaWriter.new(Nodes.new(package.meta.document.root), package.meta).properties(wanted)
          name = package.flat? ? "content.xml" : "meta.xml"
          package.write(name => Patching.serialize(package.xml(name)))
        end

        private

        # The flat form holds its pictures in the text.
        def binary(source, number)
          found = 0
          Names.each_under(Package.read(source).content) do |node|
            next unless Names.of(node) == "draw:image" && (data = Names.child(node, "office:binary-data"))

            return data.text.delete(" \t\r\n").unpack1("m") if (found += 1) == number
          end
          nil
        end
      end
    end
  end
end
