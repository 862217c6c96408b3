# frozen_string_literal: true

module Norvel
  module Changes
    # What the changes share that bring styles in from another sheet ("sheet": KeptSheet#dump).
    class StylesFromElsewhere < Operation
      def springs_traps? = false

      private

      attr_reader :kept

      def prepare = @kept = KeptSheet.load(parameters.fetch("sheet"))

      # Where what this manuscript says for all would show through a root style of another, the built-in values stand against it.
      def at_home(style, sheet)
        return style.properties unless style.kind == :paragraph && kept.sheet.chain(style.id).size == 1

        said = [sheet.defaults, *(sheet.chain(sheet.default_id).map(&:properties) if beneath?(style))].flat_map(&:keys)
        Properties::DEFAULTS.slice(*said).compact.merge(style.properties)
      end

      def beneath?(style) = kept.beneath && style.id == kept.default_id

      # A manuscript that has a language keeps it; what another sheet says for all of its own goes.
      def without_language(properties, sheet)
        theirs = kept.styles[kept.default_id]&.properties&.[](:language)
        (theirs && theirs == properties[:language] && sheet.language) ? properties.except(:language) : properties
      end

      # Lists come along under numbers that are free here.
      # @return [Hash{String=>String}] list ids there to here
      def list_ids(manuscript, styles)
        free = manuscript.free_list_id.to_i
        styles.filter_map { |style| style.properties[:numbering]&.list }
          .uniq.select { |id| kept.lists[id] }.each_with_index.to_h { |id, index| [id, (free + index).to_s] }
      end

      def lists(ids, styles)
        ids.to_h do |there, here|
          [here, kept.lists[there].then { |list|
            list.with(id: here, counter: Manuscript::List.new_counter(here), levels: list.levels.transform_values { |level|
              level.with(style: styles[level.style])
            })
          }]
        end
      end

      # @param ids [Hash{String=>String}] style ids there to here
      def moved(style, ids, list_ids, sheet)
        set = without_language(at_home(style, sheet), sheet)
        if (ref = set[:numbering])&.list # without one it says that there is no number
          set = list_ids[ref.list] ? set.merge(numbering: ref.with(list: list_ids[ref.list])) : set.except(:numbering)
        end
        standard = style.standard || sheet.standards.beside(kept.roles[style.id], style.name)
        style.with(id: ids.fetch(style.id), standard: standard, parent: beneath?(style) ? sheet.default_id : ids[style.parent],
          next_style: ids[style.next_style], linked: ids[style.linked], properties: set)
      end

      def free_names(styles, taken)
        styles.map do |style|
          name = [style.name, *(2..99).map { |number| "#{style.name} #{number}" }].find do |candidate|
            taken.none? { |other| other.casecmp?(candidate) }
          end
          standard = style.standard unless taken.any? { |other| other.casecmp?(style.standard.to_s) }
          taken.push(name, *standard)
          style.with(name: name, standard: standard)
        end
      end
    end

    # Puts another style sheet in the place of this one: "mapping" says for each of the manuscript's paragraph styles which of
    # the other's stands for it ("" keeps its own). The style that comes takes the id of the one it stands for, and none of its values;
    # where it stands for several, the others rest on it without values of their own. Plan, template and a swap by hand are this one change.
    class SwapSheet < StylesFromElsewhere
      takes_besides sheet: :data, mapping: :styles

      def carry_out(manuscript)
        sheet = manuscript.sheet
        mapping = wanted_mapping(sheet)
        ids = ids_here(manuscript, mapping)
        list_ids = list_ids(manuscript, kept.styles.values)
        others = sheet.styles.except(*ids.values)
        taken = others.values.flat_map { |style| [style.name, style.file_name] }.uniq
        coming = free_names(kept.styles.values.map { |style| moved(style, ids, list_ids, sheet) }, taken).to_h do |style|
          [style.id, at_place(sheet, style)]
        end
        under = mapping.reject { |own, other| ids[other] == own }.to_h { |own, other| [own, hung(sheet[own], ids[other])] }
        after = manuscript.with(sheet: sheet.with_styles(coming.merge(under)), lists: manuscript.lists.merge(lists(list_ids, ids)))
        after = after.with(sheet: after.sheet.with_styles(left_over(after, others, under)))
        SheetSettled.new(manuscript, after, kept.roles.to_h { |id, slot| [ids[id], slot] }).manuscript
      end

      def sentence(manuscript)
        mapping = wanted_mapping(manuscript.sheet)
        new = kept.styles.size - (mapping.values | same_characters(manuscript.sheet).keys).size
        came = ", #{counted(new, "style")} came new" if new.positive?
        "Put the style sheet “#{kept.name}” in the place of the old one: " \
          "#{counted(mapping.size, "style")} of the manuscript became the sheet's#{came}."
      end

      # @param manuscript [Manuscript]
      # @return [Hash{String=>String}] the ids that the sheet's styles have there, by their ids in the sheet
      def ids(manuscript) = ids_here(manuscript, wanted_mapping(manuscript.sheet))

      private

      def wanted_mapping(sheet)
        mapping = parameters.fetch("mapping").reject { |_, other| other.to_s.empty? }
        mapping.each do |own, other|
          raise ChangeRefused, "There is no style “#{other}” to stand for “#{own}”." unless sheet[own] && kept.styles[other]
        end
        mapping
      end

      # The style that most paragraphs have lends its id to the one that comes.
      def ids_here(manuscript, mapping)
        uses = manuscript.paragraphs.map(&:style).tally
        sheet = manuscript.sheet
        lenders = mapping.group_by(&:last).transform_values do |pairs|
          pairs.map(&:first).max_by { |id| [(id == sheet.default_id) ? 1 : 0, uses[id].to_i] }
        end
        characters = same_characters(sheet)
        taken = sheet
        kept.styles.to_h do |id, style|
          here = lenders[id] || characters[id] || taken.free_id(style.id)
          taken = taken.with_style(style.with(id: here)) unless taken[here]
          [id, here]
        end
      end

      # Character styles of the same name, or of the standard's for the same slot, take the other's values; so do those that an earlier swap
      # brought under a number, since a style of another kind has the name.
      def same_characters(sheet)
        kept.styles.values.select { |style| style.kind == :character }.filter_map do |style|
          names = [style.name, *sheet.standards.name(kept.roles[style.id])]
          own = sheet.named(*names, kind: :character) || (sheet.named(style.name) && sheet.named("#{style.name} 2", kind: :character))
          [style.id, own.id] if own
        end.to_h
      end

      # A style that says nothing but its language, under another.
      def hung(own, parent) = own.with(parent: parent, next_style: nil, properties: own.properties.slice(:language))

      def at_place(sheet, style)
        own = sheet[style.id] or return style
        properties = own.properties.slice(:language).merge(Properties.settled(style.properties, own.properties))
        named(sheet.standards, own, style.name).with(**style.to_h.except(:name, :standard, :from_file, :hidden),
          linked: style.linked || own.linked, properties: properties)
      end

      # A style that the standard knows keeps its name in the file, since contents fields go by it.
      def named(standards, own, name)
        return standards.renamed(own, name.tr(",", ";")) unless name.casecmp?(own.file_name)

        own.with(name: name, standard: (own.file_name if own.file_name != name && standards.bound?(own.file_name)))
      end

      # What an earlier swap brought and nothing needs any more goes again.
      def left_over(after, others, under)
        unused = RemoveUnusedStyles.unused(after)
        unused.select { |style| others.key?(style.id) && !under.key?(style.id) && !style.from_file }.to_h { |style| [style.id, nil] }
      end
    end

    # Takes single styles from another sheet ("styles": ids there to "take", which puts theirs in the place of one of the
    # same name, or "beside", which takes it under a name of its own).
    class TakeStyles < StylesFromElsewhere
      takes_besides sheet: :data, styles: :styles

      def carry_out(manuscript)
        sheet = manuscript.sheet
        chosen = chosen_styles
        ids = ids_here(sheet, chosen)
        list_ids = list_ids(manuscript, chosen)
        replaced = chosen.select { |style| sheet[ids[style.id]] }
        coming = chosen.map { |style| moved(style, ids, list_ids, sheet) }
        fresh = free_names(coming.reject { |style| sheet[style.id] }, sheet.styles.values.map(&:name))
        over = coming.select { |style| sheet[style.id] }.map do |style|
          style.with(name: sheet[style.id].name, standard: sheet[style.id].standard, from_file: sheet[style.id].from_file)
        end
        raise ChangeRefused, "Choose at least one style to take." if replaced.empty? && fresh.empty?

        manuscript.with(sheet: sheet.with_styles((fresh + over).to_h { |style| [style.id, style] }),
          lists: manuscript.lists.merge(lists(list_ids, ids)))
      end

      def sentence(_manuscript) = "Took #{counted(parameters.fetch("styles").size, "style")} from “#{kept.name}”."

      private

      def chosen_styles
        parameters.fetch("styles").keys.map { |id| kept.styles[id] || raise(ChangeRefused, "“#{kept.name}” has no style “#{id}”.") }
      end

      # Parents and next styles that do not come along are those of the same name here.
      def ids_here(sheet, chosen)
        taken = sheet
        ids = kept.styles.values.filter_map { |style| (own = sheet.named(style.name, kind: style.kind)) && [style.id, own.id] }.to_h
        ids[kept.default_id] ||= sheet.default_id
        chosen.each do |style|
          next if ids[style.id] && parameters["styles"][style.id] == "take"

          ids[style.id] = taken.free_id(style.id)
          taken = taken.with_style(style.with(id: ids[style.id]))
        end
        ids
      end
    end
  end
end
