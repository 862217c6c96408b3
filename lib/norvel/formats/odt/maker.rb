# frozen_string_literal: true

require_relative "../across"
require_relative "settings_writer"

module Norvel
  module Formats
    module Odt
      # A new file of a manuscript of any format: the smallest package, patched until it says what the manuscript says by the rules of this
      # one.
      class Maker < Writer
        # @param across [Across] @param source [Source] where pictures are
        def initialize(across, source, ending: nil, &progress)
          @links = across.links
          @media = source.method(:media)
          @members = {}
          @ending = ending
          super(Maker.joined(Maker.counted_as_one(across.manuscript)), Bare.bytes, &progress)
        end

        # @param manuscript [Manuscript]
        # @return [Hash{Integer=>Properties::NumberRef}] by heading that counts with the others in a form of its own, its place among them
        def self.other_forms(manuscript)
          outline = Outline.new(manuscript)
          return {} unless outline.list&.counter

          places = Places.new(manuscript)
          manuscript.paragraphs.filter_map { |paragraph|
            next unless places.counter(paragraph) == outline.list.counter && Kit.level(manuscript, paragraph)

            [paragraph.id, Properties::NumberRef.new(list: outline.list.id, level: places.ref(paragraph).level)]
          }.to_h
        end

        # All headings of a level are numbered in one form here.
        # @param manuscript [Manuscript]
        # @return [Manuscript]
        def self.counted_as_one(manuscript)
          manuscript.with_paragraphs(other_forms(manuscript).to_h { |id, ref|
            paragraph = manuscript.paragraph(id)
            [id, paragraph.with(properties: paragraph.properties.merge(numbering: ref))]
          })
        end

        # @return [String] the bytes of the file
        def bytes = write(@ending)

        # Parts that begin within a page and are as what stands before them are none here.
        # @param manuscript [Manuscript]
        # @return [Manuscript]
        def self.joined(manuscript)
          joined = manuscript.sections.each_with_object([]) do |section, found|
            section = section.with(begins: :page) if found.empty? && section.begins == :here
            last = found.last
            if section.begins == :here && last && section.columns == last.columns
              found[-1] = last.with(last: section.last)
            else
              found << ((section.begins == :here) ? within(section, last) : section)
            end
          end
          ends = joined.filter_map(&:last)
          off = manuscript.paragraphs.select { |one| one.ends_section? != ends.include?(one.id) }
          manuscript.with_paragraphs(off.to_h { |one| [one.id, one.ending_section(ends.include?(one.id))] }).with(sections: joined)
        end

        def self.within(section, last)
          section.with(page: last.page, headers: last.headers, footers: last.footers, first_differs: last.first_differs)
        end
        private_class_method :within

        private

        def story_writer = StoryWriter.new(@content, @trace, @before, @now, links: @links, pictures: method(:picture))

        def containers
          notes = @now.notes.map { |ref, blocks| Patching.containers(Manuscript::Container.note(ref), blocks, @now) }
          Patching.containers(Manuscript::BODY, @now.blocks, @now).merge(*notes)
        end

        def pages_writer = PagesWriter.new(@styles, @trace, @before, @now, pictures: method(:picture))

        # @return [String, nil] the name of the member that holds a picture
        def picture(ref)
          (@pictures ||= {}).fetch(ref) do
            data = @media.call(ref)
            @pictures[ref] = data && "Pictures/#{@members.size + 1}.#{Media.ending(data)}".tap { |name| @members[name] = data }
          end
        end

        def patch_text
          super
          columns
        end

        # Columns that begin within a page are a section (§5.4).
        def columns
          places = @now.section_indexes
          rows = @now.blocks.group_by { |block| places[@now.index_of(Manuscript.paragraphs_of([[block]]).first&.id) || 0] }
          @now.sections.each_with_index do |section, index|
            next unless section.begins == :here && section.columns != page_columns(index)

            nodes = (rows[index] || []).map { |block| node_of(block) }.uniq
            wrap(nodes, section) if nodes.any?
          end
        end

        def page_columns(index) = @now.sections.first(index).reverse.find { |section| section.begins != :here }&.columns

        def node_of(block)
          node = block.is_a?(Manuscript::Table) ? @story.table(block.id) : @story.node(block.id)
          node = node.parent while node.parent != @package.body && node.parent.is_a?(Nokogiri::XML::Element)
          node
        end

        def wrap(nodes, section)
          holder = @content.nodes.loose("text:section", "text:name" => "Columns #{@wrapped = @wrapped.to_i + 1}")
          style = @content.automatic.fresh("section")
          inner = @content.nodes.make(style, "style:section-properties")
          @content.nodes.make(inner, "style:columns", "fo:column-count" => section.columns,
            "fo:column-gap" => Measure.length(section.column_gap))
          @content.nodes.put(holder, "text:style-name", @content.automatic.kept("section", style))
          nodes.first.add_previous_sibling(holder)
          nodes.each { |node| holder.add_child(node) }
        end

        def changed_members(ending)
          changed = super.merge(@members)
          return changed if @members.empty?

          @package.listed(changed, @members.to_h { |name, _| [name, Media.type(File.extname(name).delete_prefix("."))] })
        end

        def refuse_lost(_changed) = nil # nothing came
      end
    end
  end
end
