# frozen_string_literal: true

module Norvel
  module Changes
    # Puts text from elsewhere behind a paragraph ("paragraph", "blocks": Formats::Pasted), in the manuscript's own styles by what
    # each block is; emphasis takes the character styles.
    class PasteText < TextEdit
      takes_besides paragraph: :paragraph, blocks: :data

      RAISED = %w[superscript subscript].freeze
      RUNNING = %i[body first_body abstract].freeze

      def carry_out(manuscript)
        before = paragraph(manuscript)
        refuse_within_list(manuscript, before)
        raise ChangeRefused, "A section ends with this paragraph; paste before it." if before.ends_section?

        emphasis = EmphasisStyles.new(manuscript.sheet)
        styles = RoleStyles.new(sheet: manuscript.sheet, roles: KeptSheet.roles_of(manuscript, Roles.new(manuscript)), before: before)
        id = manuscript.free_id
        pasted = parameters.fetch("blocks").each_with_index.map do |block, index|
          new_paragraph(manuscript, before, style: styles.for(block["role"]), runs: runs(block["runs"], emphasis)).with(id: id + index)
        end
        listed(manuscript.with(sheet: emphasis.sheet).with_paragraphs(before.id => [before, *pasted]), pasted)
      end

      def sentence(_manuscript) = "Pasted #{counted(parameters.fetch("blocks").size, "paragraph")} in the manuscript's own styles."

      private

      # The manuscript's styles for what each block is.
      RoleStyles = Value.define(:sheet, :roles, :before) do
        # @return [String] the id of a style
        def for(role)
          level = Roles.level(role)
          return sheet.heading(level)&.id || sheet.heading(level - 1)&.id || body if level

          (role == "body") ? body : roles.key(role.to_sym) || body
        end

        private

        # Running text goes on in the style around it where that is one of running text, else in what comes after that, or in the one
        # that most running text has.
        def body
          style = sheet[before.style]
          return style.id if sheet.level_of(style).nil? && (RUNNING.include?(roles[style.id]) || roles[style.id].nil?)

          [style.next_style, roles.key(:body)].compact.find { |id| RUNNING.include?(roles[id]) } || style.next_style || sheet.default_id
        end
      end

      def runs(list, emphasis)
        list.map do |text, marks|
          raised = (marks & RAISED).first
          marked = marks & %w[italic bold]
          Manuscript::Run.new(text: Manuscript::PlainText.clean(text).freeze, style: (emphasis.for(marked.map(&:to_sym)) if marked.any?),
            properties: raised ? {raised: raised.to_sym} : {})
        end
      end

      # Items whose style brings no number or bullet get one, each stretch of one kind a list of its own, as deep as they were.
      def listed(manuscript, pasted)
        cascade = Cascade.new(manuscript)
        items = pasted.zip(parameters.fetch("blocks")).select { |one, block| block["role"] == "list_item" && cascade.numbering(one).nil? }
        rows = items.slice_when do |(one, was), (other, is)|
          other.id != one.id + 1 || (kind(was) != kind(is) && was["level"].to_i == is["level"].to_i)
        end
        rows.reduce(manuscript) do |now, row|
          deepened(MakeList.new("paragraphs" => row.map { |one, _| one.id }, "kind" => kind(row.first.last)).call(now), row)
        end
      end

      def kind(block) = block["list"] || "bullets"

      def deepened(manuscript, row)
        deep = row.select { |_, block| block["level"].to_i.positive? }
        manuscript.with_paragraphs(deep.to_h { |one, block|
          [one.id, at_level(manuscript.paragraph(one.id), [block["level"].to_i, 8].min)]
        })
      end

      def at_level(item, level) = item.with(properties: item.properties.merge(numbering: item.properties[:numbering].with(level: level)))
    end
  end
end
