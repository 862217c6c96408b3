# frozen_string_literal: true

module Norvel
  module Stored
    # Reads what ledgers and kept sheets of the first schema hold (Norvel 0.1 and 0.2). Nothing is written in it any more, and
    # nothing of it may change: a manuscript of then is the same manuscript now.
    module FirstSchema
      module_function

      # @param data [Hash] a difference
      # @return [Manuscript]
      def apply(manuscript, data)
        paragraphs = (data["paragraphs"] || {}).to_h do |id, patch|
          [id.to_i, load_paragraph(id.to_i, manuscript.paragraph(id.to_i), patch)]
        end
        gone = (data["removed"] || []).to_h { |id| [id, nil] }
        ordered = reordered(manuscript, data["order"] || {}, paragraphs)
        styles = (data["styles"] || {}).to_h { |id, style| [id, style && load_style(style, manuscript.sheet[id])] }
        ordered.with_paragraphs(paragraphs.merge(gone).select { |id, _| ordered.paragraph(id) }).with(
          sheet: styles.empty? ? manuscript.sheet : manuscript.sheet.with_styles(styles),
          sections: sections(manuscript, data["pages"] || {}),
          lists: manuscript.lists.merge((data["lists"] || {}).to_h { |id, list| [id, list && load_list(id, list)] }).compact,
          settings: manuscript.settings.with(**(data["settings"] || {}).to_h { |name, value|
            [name.to_sym, value.is_a?(String) ? value.to_sym : value]
          })
        )
      end

      # @param known [StyleSheet::Style, nil] as it was before; what the file calls it was its name then
      # @return [StyleSheet::Style]
      def load_style(data, known = nil)
        same = known&.standard && data["name"] == known.standard
        StyleSheet::Style.new(id: data["id"], name: same ? known.name : data["name"], standard: (known.standard if same),
          kind: data["kind"].to_sym, parent: data["parent"], next_style: data["next"], linked: data["linked"],
          properties: load_set(data.fetch("properties")), conditions: (data["conditions"] || {})
            .to_h { |place, set| [place.to_sym, load_set(set)] }, hidden: data["hidden"], from_file: data["from_file"])
      end

      # @return [Manuscript::List]
      def load_list(id, data)
        levels = data["levels"].to_h do |index, level|
          facts = level.transform_keys(&:to_sym)
          facts[:format] = Stored.number_format(facts[:format])
          sets = %i[properties label_properties].to_h { |name| [name, load_set(facts[name])] }
          [index.to_i, Manuscript::ListLevel.new(**facts, **sets, suffix: facts[:suffix].to_sym)]
        end
        Manuscript::List.new(id: id, levels: levels, counter: data["counter"], starts: data["starts"].transform_keys(&:to_i),
          name: data["name"])
      end

      def load_set(data) = data.to_h { |name, value| [name.to_sym, load_value(Properties[name].kind, value)] }.freeze

      def load_value(kind, value)
        case kind
        when :choice then value.to_sym
        when :line_spacing then Properties::LineSpacing.new(rule: value[0].to_sym, value: value[1])
        when :numbering then Properties::NumberRef.new(list: value[0], level: value[1])
        when :tabs then value.map do |position, align, leader|
          Properties::TabStop.new(position: position, align: align.to_sym, leader: leader.to_sym)
        end
        when :borders then value.to_h { |side, line| [side.to_sym, line.transform_keys(&:to_sym)] }
        else value
        end
      end

      # What differs from the one before; all of it where there was none.
      def load_paragraph(id, was, patch)
        changed = {}
        changed[:style] = patch["style"] if patch.key?("style")
        changed[:properties] = load_set(patch.fetch("properties")) if patch.key?("properties")
        changed[:mark_style], changed[:mark_properties] = patch["mark"][0], load_set(patch["mark"][1]) if patch.key?("mark")
        changed[:carries] = patch["carries"].map(&:to_sym) if patch.key?("carries")
        %w[run_in in_table].each { |name| changed[name.to_sym] = patch[name] if patch.key?(name) }
        if patch.key?("runs")
          changed[:runs] = was.reformatted(patch["runs"].map { |style, direct| {style: style, properties: load_set(direct)} })
        end
        changed[:runs] = patch["text"].map { |run| load_run(run) } if patch.key?("text")
        was ? was.with(**changed) : Manuscript::Paragraph.new(id: id, **changed)
      end

      def load_run(data)
        facts = data.transform_keys(&:to_sym)
        facts[:field] = facts[:field].to_sym if facts[:field]
        facts[:properties] = load_set(facts[:properties]) if facts[:properties]
        facts[:insets] = (facts[:insets] || []).map { |inset| load_inset(inset.transform_keys(&:to_sym)) }
        # Signs of fonts that are not here had no inset then.
        facts[:insets] += Array.new([facts[:text].to_s.count(Manuscript::INSET_MARK) - facts[:insets].size, 0].max) do
          Manuscript::Inset.new(kind: :symbol)
        end
        Manuscript::Run.new(**facts)
      end

      def load_inset(data) = Manuscript::Inset.new(**data, kind: data[:kind].to_sym, what: data[:what]&.to_sym)

      def reordered(manuscript, order, paragraphs)
        return manuscript if order.empty?

        tables = manuscript.tables.to_h { |table| [table.id, table] }
        rows = order.transform_values { |ids| ids.map { |id| tables[id] || paragraphs[id] || manuscript.paragraph(id) } }
        manuscript.with_containers(rows.transform_keys { |place| Manuscript::Container.read(place) })
      end

      def sections(manuscript, pages)
        return manuscript.sections if pages.empty?

        manuscript.sections.each_with_index.map do |section, index|
          (page = pages[index.to_s]) ? section.with(page: load_page(page)) : section
        end
      end

      def load_page(data)
        Manuscript::PageDesign.new(width: data["width"], height: data["height"], margin: data["margin"].transform_keys(&:to_sym))
      end
      private_class_method :load_set, :load_value, :load_paragraph, :load_run, :load_inset, :reordered, :sections, :load_page
    end
  end
end
