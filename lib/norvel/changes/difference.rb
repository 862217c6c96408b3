# frozen_string_literal: true

require_relative "difference/stored_paragraph"

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
        {"paragraphs" => changed_paragraphs(before, after), "removed" => removed(before, after), "order" => changed_order(before, after),
         "styles" => changed_styles(before.sheet, after.sheet), "lists" => changed_lists(before.lists, after.lists), "pages" => changed_pages(before, after),
         "settings" => changed_settings(before.settings, after.settings)}.reject { |_, part| part.empty? }
      end

      # @param data [Hash] from `between`
      # @return [Manuscript]
      def apply(manuscript, data)
        paragraphs = (data["paragraphs"] || {}).to_h { |id, patch| [id.to_i, StoredParagraph.load(id.to_i, manuscript.paragraph(id.to_i), patch)] }
        gone = (data["removed"] || []).to_h { |id| [id, nil] }
        ordered = reordered(manuscript, data["order"] || {}, paragraphs)
        styles = (data["styles"] || {}).transform_values { |style| style && load_style(style) }
        ordered.with_paragraphs(paragraphs.merge(gone).select { |id, _| ordered.paragraph(id) }).with(
          sheet: styles.empty? ? manuscript.sheet : manuscript.sheet.with_styles(styles), sections: sections(manuscript, data["pages"] || {}),
          lists: data["lists"] ? manuscript.lists.merge(data["lists"].to_h { |id, list| [id, list && Stored.load_list(id, list)] }).compact : manuscript.lists,
          settings: if data["settings"]
                      manuscript.settings.with(**data["settings"].to_h { |name, value| [name.to_sym, value.is_a?(String) ? value.to_sym : value] })
                    else
                      manuscript.settings
                    end
        )
      end

      def removed(before, after) = (before.paragraphs + before.note_paragraphs).reject { |paragraph| after.paragraph(paragraph.id) }.map(&:id)

      def changed_paragraphs(before, after)
        (after.paragraphs + after.note_paragraphs).each_with_object({}) do |paragraph, patches|
          was = before.paragraph(paragraph.id)
          patches[paragraph.id.to_s] = StoredParagraph.dump(was, paragraph) unless was.equal?(paragraph) || was == paragraph
        end
      end

      # The blocks of every container that has new ones or others than before in another order.
      def changed_order(before, after)
        return {} if before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes)

        old = before.containers
        after.containers.filter_map do |key, blocks|
          ids = blocks.map(&:id)
          [key, ids] unless (old[key] || []).map(&:id) & ids == ids
        end.to_h
      end

      def reordered(manuscript, order, paragraphs)
        return manuscript if order.empty?

        tables = manuscript.tables.to_h { |table| [table.id, table] }
        manuscript.with_containers(order.transform_values { |ids| ids.map { |id| tables[id] || paragraphs[id] || manuscript.paragraph(id) } })
      end

      def changed_styles(before, after)
        return {} if before.equal?(after)

        (before.styles.keys | after.styles.keys).each_with_object({}) do |id, styles|
          styles[id] = after[id] && dump_style(after[id]) unless before[id].equal?(after[id]) || before[id] == after[id]
        end
      end

      def changed_lists(before, after)
        return {} if before.equal?(after)

        (before.keys | after.keys).each_with_object({}) { |id, lists| lists[id] = after[id] && Stored.dump_list(after[id]) unless before[id] == after[id] }
      end

      def changed_settings(before, after) = after.to_h.reject { |name, value| before[name] == value }.transform_keys(&:to_s).transform_values { |value| value.is_a?(Symbol) ? value.to_s : value }

      def changed_pages(before, after)
        after.sections.each_with_index.filter_map { |section, index| [index.to_s, dump_page(section.page)] if before.sections[index].page != section.page }.to_h
      end

      def sections(manuscript, pages)
        return manuscript.sections if pages.empty?

        manuscript.sections.each_with_index.map { |section, index| (page = pages[index.to_s]) ? section.with(page: load_page(page)) : section }
      end

      def dump_style(style)
        {"id" => style.id, "name" => style.name, "kind" => style.kind.to_s, "parent" => style.parent, "next" => style.next_style, "linked" => style.linked,
         "properties" => Stored.dump(style.properties), "conditions" => style.conditions.to_h { |place, set| [place.to_s, Stored.dump(set)] }, "hidden" => style.hidden, "from_file" => style.from_file}
      end

      def load_style(data)
        StyleSheet::Style.new(id: data["id"], name: data["name"], kind: data["kind"].to_sym, parent: data["parent"], next_style: data["next"], linked: data["linked"],
          properties: Stored.load(data.fetch("properties")), conditions: (data["conditions"] || {}).to_h { |place, set| [place.to_sym, Stored.load(set)] }, hidden: data["hidden"], from_file: data["from_file"])
      end

      def dump_page(page) = {"width" => page.width, "height" => page.height, "margin" => page.margin.transform_keys(&:to_s)}

      def load_page(data) = Manuscript::PageDesign.new(width: data["width"], height: data["height"], margin: data["margin"].transform_keys(&:to_sym))
      private_class_method :removed, :changed_paragraphs, :changed_order, :reordered, :changed_styles, :changed_lists, :changed_settings, :changed_pages, :sections, :dump_page, :load_page
    end
  end
end
