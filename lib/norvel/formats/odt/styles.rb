# frozen_string_literal: true

require_relative "spelling"

module Norvel
  module Formats
    module Odt
      # The styles of a file (ISO/IEC 26300, part 3, §16): default styles by family, common ones, and the automatic ones of each part,
      # which are this format's formatting by hand: the named parent is the style, what the automatic one says stands over it.
      class Styles
        PARAGRAPH, TEXT = "paragraph", "text"
        DEFAULT = "Standard" # of paragraphs that name no style, where the file has it
        NONE = "(default)"

        # What an automatic style comes to: `style` is the id of the named one under it, nil where there is none; `set` what it says itself,
        # `node` its element.
        Own = Value.define(style: nil, set: {}, node: nil)

        # @return [Values]
        attr_reader :values

        # @param package [Package] @param limits [Limits, nil] @param told [Told]
        def initialize(package, told, limits: nil)
          roots = [package.styles, package.content].compact.uniq(&:pointer_id)
          @values = Values.new(told)
          @spelling = Spelling.new(faces(roots), @values)
          @common, @defaults, @table_templates = {}, {}, {}
          read_common(roots)
          refuse_many(limits) if limits
          @automatic = roots.to_h { |root| [root.pointer_id, by_name(Names.child(root, "office:automatic-styles"))] }
          @sets, @own, @listed = {}, {}, {}
          @under = {} # while percentages of the defaults themselves are read
          @under = @spelling.read(@defaults[PARAGRAPH]) { |property| default(property) }
          @under = {hyphenate: false}.merge(@under) if hyphenates?
        end

        # @param sheet [StyleSheet] with what is known of the styles besides
        attr_writer :sheet

        # @return [StyleSheet]
        def sheet
          @sheet ||= StyleSheet.new(styles: styles.to_h { |style| [style.id, style] }, defaults: @under, default_id: default_id)
        end

        # @return [String]
        def default_id = @common.key?([PARAGRAPH, DEFAULT]) ? DEFAULT : NONE

        # @param family [String] @param name [String, nil] of a style, common or automatic @param part [Nokogiri::XML::Element] root
        # @yieldparam property [Symbol] @yieldreturn [Object] what a percentage is of, where no named style is under it
        # @return [Own]
        def own(family, name, part)
          return Own.new if name.nil? || name.empty?

          node = @automatic.fetch(part.pointer_id)[[family, name]]
          return Own.new(style: known(family, name), node: @common[[family, name]]) unless node

          @own[node.pointer_id] ||= begin
            parent = Names.attribute(node, "style:parent-style-name")
            style = parent && known(family, parent)
            set = @spelling.read(node) { |property| (style || !block_given?) ? value(family, parent, property) : yield(property) }
            Own.new(node: node, set: set, style: style)
          end
        end

        # @return [Nokogiri::XML::Element, nil] a style of another family, automatic in the part or common
        def node(family, name, part)
          (part && @automatic.fetch(part.pointer_id)[[family, name]]) || @common[[family, name]] if name
        end

        # @return [Nokogiri::XML::Element, nil] the nearest of a style and those under it that says something
        # @yieldparam node [Nokogiri::XML::Element] @yieldreturn [Object, nil]
        def saying(family, name, part)
          20.times do
            node = node(family, name, part) or return
            found = yield(node)
            return found unless found.nil?

            name = Names.attribute(node, "style:parent-style-name")
          end
          nil
        end

        # @param holder [String] the element that holds what a style of the family says @param attribute [String]
        # @return [String, nil] what the nearest of a style and those under it says there
        def property(family, name, part, holder, attribute)
          saying(family, name, part) { |node| (inner = Names.child(node, holder)) && Names.attribute(inner, attribute) }
        end

        # @return [Spelling]
        attr_reader :spelling

        # Words are divided where a style says so, and nowhere else (part 3, §20.193).
        # @return [Boolean] whether any does
        def hyphenates?
          return @hyphenates unless @hyphenates.nil?

          nodes = [@common, *@automatic.values].flat_map { |known| known.select { |(family, _), _| family == PARAGRAPH }.values }
          @hyphenates = [@defaults[PARAGRAPH], *nodes].any? { |node| Styles.hyphenates?(node) }
        end

        # @param node [Nokogiri::XML::Element, nil] of a style
        def self.hyphenates?(node)
          inner = Names.child(node, "style:text-properties")
          !inner.nil? && Names.attribute(inner, "fo:hyphenate") == "true"
        end

        # @return [Nokogiri::XML::Element, nil] style:default-style
        def default_node(family) = @defaults[family]

        # @return [Object] what stands under all styles of paragraphs
        def default(property) = @under.fetch(property) { Properties::DEFAULTS[property] }

        # @param id [String] of a paragraph style
        # @return [Boolean] whether it, or one that it rests on, names a list style, or says that there is none
        def names_list?(id) = @listed[id] ||= !saying(PARAGRAPH, id, nil) { |node| Names.attribute(node, "style:list-style-name") }.nil?

        # @yieldparam id [String] of each paragraph style @yieldparam node [Nokogiri::XML::Element]
        def each_of_paragraphs
          @common.each { |(family, name), node| yield name, node if family == PARAGRAPH }
        end

        # @param name [String] of a common style
        # @return [String] its id: styles of words may be called as one of paragraphs is
        def id(family, name)
          return name if family == PARAGRAPH || !@common.key?([PARAGRAPH, name])

          "#{name} (#{family})" # no name of a style has a space in it (part 3, §18.3.22)
        end

        # @return [String, nil] the id of a common style that is there
        def known(family, name)
          return if name.empty?
          return id(family, name) if @common.key?([family, name])

          @values.unknown("The file asks for the #{(family == TEXT) ? "character" : family} style “#{name[0, 60]}”",
            (family == PARAGRAPH) ? "the default style" : "the paragraph's own text")
          nil
        end

        # @return [Array<Array(String, String)>] conditions of a style and the styles that hold then (style:map, §16.3)
        def maps(family, name)
          Names.children(@common[[family, name]], "style:map").map do |map|
            %w[style:condition style:apply-style-name].map { |one| Names.attribute(map, one).to_s }
          end
        end

        # @return [Nokogiri::XML::Element, nil] text:outline-style
        attr_reader :outline

        # @return [Hash{String=>Nokogiri::XML::Element}] by name
        attr_reader :table_templates

        private

        def faces(roots)
          roots.flat_map { |root| Names.children(Names.child(root, "office:font-face-decls"), "style:font-face") }.to_h { |face|
            name = Names.attribute(face, "style:name")
            [name, Values.new.family(Names.attribute(face, "svg:font-family")) || name]
          }
        end

        def read_common(roots)
          roots.each do |root|
            holder = Names.child(root, "office:styles") or next
            @common.merge!(by_name(holder))
            Names.children(holder, "style:default-style").each { |node| @defaults[Names.attribute(node, "style:family")] ||= node }
            @outline ||= Names.child(holder, "text:outline-style")
            Names.children(holder, "table:table-template").each do |node|
              name = Names.attribute(node, "table:name") || Names.attribute(node, "text:name") and @table_templates[name] ||= node
            end
          end
        end

        def by_name(holder)
          Names.children(holder, "style:style").to_h { |node| [%w[family name].map { |one| Names.attribute(node, "style:#{one}") }, node] }
        end

        def refuse_many(limits)
          most = [@common.size, limits.styles].max
          limits.refuse(:styles, most) if most > limits.styles
        end

        # What a common style says itself; its parents first, since percentages are of what they come to.
        def set(family, name, below = [])
          @sets.fetch([family, name]) do
            node = @common[[family, name]] or return {}
            return {} if below.include?(name)

            parent = Names.attribute(node, "style:parent-style-name")
            @sets[[family, name]] = @spelling.read(node) { |property| value(family, parent, property, below + [name]) }
          end
        end

        # @return [Object] what a style comes to
        def value(family, name, property, below = [])
          while name && @common.key?([family, name]) && !below.include?(name)
            said = set(family, name, below)
            return said[property] if said.key?(property)

            below += [name]
            name = Names.attribute(@common[[family, name]], "style:parent-style-name")
          end
          default(property)
        end

        KINDS = {PARAGRAPH => :paragraph, TEXT => :character, "table" => :table}.freeze

        def styles
          found = @common.keys.select { |family, name| KINDS.key?(family) && name }.map { |family, name| style(family, name) }
          found << StyleSheet::Style.new(id: NONE, name: "Plain", from_file: false) if default_id == NONE
          found
        end

        def style(family, name)
          node = @common[[family, name]]
          parent, following = %w[parent-style-name next-style-name].map { |one| Names.attribute(node, "style:#{one}") }
          following = nil if following == name
          own = (family == "table") ? {} : set(family, name)
          own = own.merge(of_paragraphs(node)) if family == PARAGRAPH
          StyleSheet::Style.new(id: id(family, name), name: called(node, name), kind: KINDS[family],
            parent: (id(family, parent) unless parent.nil? || parent.empty?), next_style: following, properties: own.freeze,
            hidden: @values.truth(Names.attribute(node, "style:hidden")) || false)
        end

        def called(node, name)
          shown = Names.attribute(node, "style:display-name")
          return shown unless shown.to_s.strip.empty?

          name.gsub(/_(\h{1,5})_/) { [$1.hex].pack("U") }
        end

        LEVELS = (0..10)

        def of_paragraphs(node)
          level = @values.count(Names.attribute(node, "style:default-outline-level")&.then { |one| one.empty? ? "0" : one }, LEVELS,
            "The heading level of a style")
          {outline_level: level && Properties[:outline_level].hold(level)}.compact
        end
      end
    end
  end
end
