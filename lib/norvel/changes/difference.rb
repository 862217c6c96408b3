# frozen_string_literal: true

module Norvel
  module Changes
    # What a change did, as plain JSON data: the ledger keeps results, so that a later Norvel restores the
    # same manuscript whatever became of the operation.
    #
    #   data = Difference.between(before, after)
    #   Difference.apply(before, data) == after
    module Difference
      module_function

      # @return [Hash] of plain JSON values
      def between(before, after)
        {"paragraphs" => changed_paragraphs(before, after), "removed" => removed(before, after), "styles" => changed_styles(before.sheet, after.sheet),
         "pages" => changed_pages(before, after)}.reject { |_, part| part.empty? }
      end

      # @param data [Hash] from `between`
      # @return [Manuscript]
      def apply(manuscript, data)
        paragraphs = (data["paragraphs"] || {}).to_h { |id, patch| [id.to_i, load_paragraph(manuscript.paragraph(id.to_i), patch)] }
        gone = (data["removed"] || []).to_h { |id| [id, nil] }
        styles = (data["styles"] || {}).transform_values { |style| style && load_style(style) }
        pages = data["pages"] || {}
        sections = if pages.empty?
          manuscript.sections
        else
          manuscript.sections.each_with_index.map { |section, index| (page = pages[index.to_s]) ? section.with(page: load_page(page)) : section }
        end
        manuscript.with_paragraphs(paragraphs.merge(gone)).with(sheet: styles.empty? ? manuscript.sheet : manuscript.sheet.with_styles(styles), sections: sections)
      end

      def removed(before, after) = (before.paragraphs + before.note_paragraphs).reject { |paragraph| after.paragraph(paragraph.id) }.map(&:id)

      def changed_paragraphs(before, after)
        (after.paragraphs + after.note_paragraphs).each_with_object({}) do |paragraph, patches|
          was = before.paragraph(paragraph.id)
          patches[paragraph.id.to_s] = dump_paragraph(was, paragraph) unless was.equal?(paragraph) || was == paragraph
        end
      end

      def changed_styles(before, after)
        (before.styles.keys | after.styles.keys).each_with_object({}) do |id, styles|
          styles[id] = after[id] && dump_style(after[id]) unless before[id].equal?(after[id]) || before[id] == after[id]
        end
      end

      def changed_pages(before, after)
        after.sections.each_with_index.filter_map { |section, index| [index.to_s, dump_page(section.page)] if before.sections[index].page != section.page }.to_h
      end

      # Formatting alone: the text is never written down here.
      def dump_paragraph(was, now)
        raise ArgumentError, "only formatting can be written down" unless was && was.text == now.text && was.runs.map(&:text) == now.runs.map(&:text)

        patch = {}
        patch["style"] = now.style unless was.style == now.style
        patch["properties"] = Stored.dump(now.properties) unless was.properties == now.properties
        patch["mark"] = [now.mark_style, Stored.dump(now.mark_properties)] unless was.mark_properties == now.mark_properties && was.mark_style == now.mark_style
        patch["runs"] = now.runs.map { |run| [run.style, Stored.dump(run.properties)] } unless was.runs == now.runs
        patch
      end

      def load_paragraph(paragraph, patch)
        changed = {}
        changed[:style] = patch["style"] if patch.key?("style")
        changed[:properties] = Stored.load(patch.fetch("properties")) if patch.key?("properties")
        changed[:mark_style], changed[:mark_properties] = patch["mark"][0], Stored.load(patch["mark"][1]) if patch.key?("mark")
        changed[:runs] = paragraph.runs.zip(patch["runs"]).map { |run, (style, direct)| run.with(style: style, properties: Stored.load(direct)) } if patch.key?("runs")
        paragraph.with(**changed)
      end

      def dump_style(style)
        {"id" => style.id, "name" => style.name, "kind" => style.kind.to_s, "parent" => style.parent, "next" => style.next_style, "linked" => style.linked,
         "properties" => Stored.dump(style.properties), "hidden" => style.hidden, "from_file" => style.from_file}
      end

      def load_style(data)
        StyleSheet::Style.new(id: data["id"], name: data["name"], kind: data["kind"].to_sym, parent: data["parent"], next_style: data["next"], linked: data["linked"],
          properties: Stored.load(data.fetch("properties")), hidden: data["hidden"], from_file: data["from_file"])
      end

      def dump_page(page) = {"width" => page.width, "height" => page.height, "margin" => page.margin.transform_keys(&:to_s)}

      def load_page(data) = Manuscript::PageDesign.new(width: data["width"], height: data["height"], margin: data["margin"].transform_keys(&:to_sym))
      private_class_method :removed, :changed_paragraphs, :changed_styles, :changed_pages, :dump_paragraph, :load_paragraph, :dump_style, :load_style, :dump_page, :load_page
    end
  end
end
