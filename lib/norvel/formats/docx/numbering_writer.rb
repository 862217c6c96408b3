# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the numbering part (ISO/IEC 29500-1 §17.9): changed levels where they are said, new lists behind the others.
      class NumberingWriter < PartWriter
        LEVEL_ORDER = %w[start numFmt lvlRestart pStyle isLgl suff lvlText lvlPicBulletId legacy lvlJc pPr rPr].freeze
        PLAIN = {"start" => :start, "numFmt" => :format, "suff" => :suffix, "lvlText" => :text,
                 "pStyle" => :style, "lvlRestart" => :restart_after}.freeze

        # @param before [Hash{String=>Manuscript::List}] as read @param now [Hash{String=>Manuscript::List}]
        def initialize(package, theme, before, now)
          super(package, theme, "numbering")
          @before = before
          @now = now
        end

        # @param changed [Hash{String=>String}] the members that change; added to
        # @return [void]
        def write(changed)
          @abstracts = {}
          @now.each do |id, list|
            next if @before[id] == list

            @before[id] ? patch(@before[id], list) : add(list)
          end
          (@before.keys - @now.keys).each { |id| find("num", "numId", id)&.unlink }
          keep(changed)
        end

        private

        def patch(before, now)
          now.levels.each do |index, level|
            next if before.levels[index] == level

            others_keep?(now, index, level) ? apart(now, index, level) : patch_level(level_node(now, index), before.levels[index], level)
          end
          now.starts.each { |index, start| override_start(find("num", "numId", now.id), index, start) unless before.starts[index] == start }
        end

        # Whether another list of the same definition has the level otherwise.
        def others_keep?(list, index, level)
          return false if own_level(list, index)

          shared = child_value(find("num", "numId", list.id), "abstractNumId")
          @now.any? do |id, other|
            next if id == list.id || other.levels[index] == level

            child_value(find("num", "numId", id), "abstractNumId") == shared && own_level(other, index).nil?
          end
        end

        # A level that is this list's alone (§17.9.8).
        def apart(list, index, level)
          number = find("num", "numId", list.id)
          override = override_of(number, index)
          patch_level(make(override, "lvl").tap { |node| put(node, "ilvl", index) }, nil, level)
        end

        def own_level(list, index)
          own = children(find("num", "numId", list.id), "lvlOverride").find { |node| attribute(node, "ilvl") == index.to_s }
          own && children(own, "lvl").first
        end

        # The level as this list has it: its own, or that of the definition it shares with others.
        def level_node(list, index)
          own = own_level(list, index)
          return own if own

          abstract = definition(child_value(find("num", "numId", list.id), "abstractNumId"))
          children(abstract, "lvl").find { |node| attribute(node, "ilvl") == index.to_s } || new_level(abstract, index)
        end

        # A definition may only point at the one of a list style (§17.9.21).
        def definition(id)
          node = find("abstractNum", "abstractNumId", id)
          link = node && child_value(node, "numStyleLink")
          (link && children(@root, "abstractNum").find { |other| child_value(other, "styleLink") == link }) || node
        end

        def new_level(abstract, index)
          node = make(abstract, "lvl")
          put(node, "ilvl", index)
          follower = children(abstract, "lvl").find { |other| attribute(other, "ilvl").to_i > index }
          follower&.add_previous_sibling(node)
          node
        end

        def patch_level(node, before, now)
          before ||= Manuscript::ListLevel.new(start: nil, format: nil, suffix: nil, text: nil)
          PLAIN.reject { |_, member| before[member] == now[member] }.each do |name, member|
            set(node, name, (member == :format) ? NumberFormats.said(now.format) : now[member])
          end
          set(node, "isLgl", now.legal ? "1" : nil) unless before.legal == now.legal
          {"pPr" => [:paragraph, :properties], "rPr" => [:text, :label_properties]}.each do |name, (target, member)|
            next if before[member] == now[member]

            properties = children(node, name).first || insert(node, name)
            @spelling.patch(properties, target, before[member], now[member])
            properties.unlink if properties.children.empty?
          end
        end

        def set(node, name, value)
          child = children(node, name).first
          return child&.unlink if value.nil? || (name == "suff" && value == :tab && child.nil?)

          put(child || insert(node, name), "val", value)
        end

        def add(list)
          shared = definition_id(list)
          number = make(@root, "num")
          children(@root, "num").reject { |node| node == number }.last&.add_next_sibling(number)
          put(number, "numId", list.id)
          put(make(number, "abstractNumId"), "val", shared)
          other_levels(number, list)
          list.starts.each { |index, start| override_start(number, index, start) }
        end

        # Levels that differ from those of the definition it shares stand with the list itself (§17.9.8).
        def other_levels(number, list)
          shared = (@before.values + @now.values).find { |other| other.counter == list.counter }.levels
          list.levels.reject { |index, level| shared[index] == level }.each do |index, level|
            override = make(number, "lvlOverride").tap { |node| put(node, "ilvl", index) }
            patch_level(make(override, "lvl").tap { |node| put(node, "ilvl", index) }, nil, level)
          end
        end

        # @return [String] the definition that the list shares with others of its counter, or a new one
        def definition_id(list)
          return list.counter if find("abstractNum", "abstractNumId", list.counter)

          @abstracts[list.counter] ||= begin
            id = ((children(@root, "abstractNum").map { |node| attribute(node, "abstractNumId").to_i }.max || -1) + 1).to_s
            node = make(@root, "abstractNum")
            others = children(@root, "abstractNum").reject { |other| other == node }
            if others.any? then others.last.add_next_sibling(node)
            else children(@root, "num").first&.add_previous_sibling(node)
            end
            put(node, "abstractNumId", id)
            put(make(node, "multiLevelType"), "val", "multilevel")
            list.levels.each { |index, level| patch_level(new_level(node, index), nil, level) }
            id
          end
        end

        # @return [Nokogiri::XML::Element] the list's own word on a level, made where there is none
        def override_of(number, index)
          there = children(number, "lvlOverride").find { |node| attribute(node, "ilvl") == index.to_s }
          there || make(number, "lvlOverride").tap { |node| put(node, "ilvl", index) }
        end

        def override_start(number, index, start)
          override = override_of(number, index)
          put(children(override, "startOverride").first || @spelling.codecs.make_first(override, "startOverride"), "val", start)
        end

        def insert(node, name) = Patching.insert(@spelling.codecs, node, name, LEVEL_ORDER)

        def find(name, key, value) = children(@root, name).find { |node| attribute(node, key) == value }

        def children(node, name) = node ? node.element_children.select { |child| child.name == name } : []

        def child_value(node, name) = (child = children(node, name).first) && attribute(child)

        def attribute(node, name = "val") = @spelling.codecs.attribute(node, name)

        def put(node, name, value) = @spelling.codecs.put(node, name, value)

        def make(parent, name) = @spelling.codecs.make(parent, name)
      end
    end
  end
end
