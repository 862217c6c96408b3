# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Changes of formatting as recorded revisions (ISO/IEC 29500-1 §17.13.5.29, §17.13.5.31): what paragraphs and runs said before stands
      # beside what they say now, so that whoever opens the file can take it back. What was recorded already stays as it is; styles,
      # parts and tables have no such record here.
      class Recorded
        # Who changed it, and when.
        Who = Value.define(:author, :date)

        # Not formatting of the set itself.
        APART = %w[rPr sectPr pPrChange rPrChange ins del moveFrom moveTo].freeze

        # @param came [Package] the source @param goes [Package] what would be delivered @param read [Manuscript] as that is read
        # @param now [Manuscript] @param who [Who]
        def initialize(came, goes, read, now, who)
          @came = came
          @goes = goes
          @read = read
          @now = now
          @who = who
        end

        # @return [Hash{String=>String}] members with the revisions in them
        def members
          found = {@goes.main => body}
          %w[footnotes endnotes].each { |kind| (name = @goes.related(kind)) && found[name] = notes(kind, name) }
          found.compact
        end

        private

        def body
          document = @goes.give(@goes.main)
          sources = Walk.paragraphs(Patching.child(@came.xml(@came.main).root, "body"))
          nodes = Walk.paragraphs(Patching.child(document.root, "body"))
          return unless nodes.size == @now.paragraphs.size

          written(document) do
            nodes.each_with_index { |node, index| paragraph(node, @now.paragraphs[index], @read.paragraphs[index], sources, 0) }
          end
        end

        # Notes stand in the order that they had.
        def notes(kind, name)
          document = @goes.give(name)
          came = @came.related(kind) or return
          paragraphs = ->(root) { root.element_children.flat_map { |note| Walk.paragraphs(note) } }
          sources, nodes = paragraphs[@came.xml(came).root], paragraphs[document.root]
          return unless sources.size == nodes.size

          base = Reader::BASES[kind]
          written(document) do
            nodes.each_with_index do |node, index|
              now, read = [@now, @read].map { |one| one.paragraph(base + index) }
              paragraph(node, now, read, sources, base) if now && read
            end
          end
        end

        # @return [String, nil] the part, where anything was recorded in it
        def written(document)
          @count = 0
          @number = document.root.xpath("//@*[local-name()='id']").map { |one| one.value.to_i }.max.to_i
          @prefix = Namespaces.prefix(document.root)
          yield
          Patching.serialize(document) if @count.positive?
        end

        def paragraph(node, now, read, sources, base)
          was = (sources[now.id - base] if now.id.between?(base, base + sources.size - 1)) or return
          own, old = [node, was].map { |one| Walk.child(one, "pPr") }
          mark = [own, old].map { |set| Walk.child(set, "rPr") }
          record(node, own, old, "pPr")
          record(own, *mark, "rPr") if mark.first
          runs(node, now, read, sources, base)
        end

        def runs(node, now, read, sources, base)
          here = runs_of(node)
          read.each_run_with_offset do |run, at|
            from = run.origin && source_of(now, at, run.text.empty?) or next
            was = sources[(from.home || now.id) - base]
            source = was && runs_of(was)[from.origin]
            made = here[run.origin]
            record(made, *[made, source].map { |one| Walk.child(one, "rPr") }, "rPr") if made&.name == "r" && source&.name == "r"
          end
        end

        # @return [Manuscript::Run, nil] the run of the manuscript at a place of its text, where it comes from the source
        def source_of(paragraph, at, empty)
          paragraph.each_run_with_offset do |run, start|
            next unless run.origin

            return run if at.between?(start, start + run.text.length - 1) || (empty && at == start && run.text.empty?)
          end
          nil
        end

        def runs_of(paragraph)
          (@runs ||= {}.compare_by_identity)[paragraph] ||= [].tap { |found| Walk.runs(paragraph) { |run, _| found << run } }
        end

        # @param holder [Nokogiri::XML::Element] of the set @param set [Nokogiri::XML::Element, nil] now
        # @param old [Nokogiri::XML::Element, nil] before @param name [String] of both
        def record(holder, set, old, name)
          return if said(set).map { |part| sign(part) } == said(old).map { |part| sign(part) } || Walk.child(set, "#{name}Change")

          set ||= made(holder, name)
          who = %(#{@prefix}:author="#{CGI.escapeHTML(@who.author)}" #{@prefix}:date="#{@who.date.getutc.strftime("%Y-%m-%dT%H:%M:%SZ")}")
          change = "#{@prefix}:#{name}Change"
          set.add_child("<#{change} #{@prefix}:id=\"#{@number += 1}\" #{who}><#{@prefix}:#{name}/></#{change}>")
          inner = Walk.child(Walk.child(set, "#{name}Change"), name)
          said(old).each { |part| inner.add_child(Patching.copy(part)) }
          @count += 1
        end

        def made(holder, name)
          holder.prepend_child("<#{@prefix}:#{name}/>")
          Walk.child(holder, name)
        end

        # What an element says, whatever the prefixes in it.
        def sign(part)
          attributes = part.attribute_nodes.map { |one| [one.namespace&.href, one.node_name, one.value] }.sort_by(&:inspect)
          [part.name, attributes, part.element_children.map { |child| sign(child) }]
        end

        def said(set) = set ? set.element_children.reject { |part| APART.include?(part.name) } : []
      end
    end
  end
end
