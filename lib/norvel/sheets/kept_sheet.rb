# frozen_string_literal: true

module Norvel
  # A style sheet on its own, apart from any manuscript: kept in the library, read from a file or made of a guide.
  # `roles` says for its paragraph styles what they are for; `beneath` that its base stands under the base style of a manuscript, not in
  # its place.
  #
  #   kept = KeptSheet.of(manuscript, roles, name: "House sheet")
  #   KeptSheet.load(kept.dump) == kept
  class KeptSheet < Value.define(:name, :styles, :default_id, lists: {}, roles: {}, beneath: false)
    # @param manuscript [Manuscript] @param roles [Roles] of it
    # @return [KeptSheet] its paragraph and character styles; the document defaults are said by the roots
    def self.of(manuscript, roles, name:)
      sheet = manuscript.sheet
      kinds = %i[paragraph character]
      styles = sheet.styles.select { |_, style| kinds.include?(style.kind) }.transform_values do |style|
        style.with(properties: with_defaults(sheet, style), from_file: false)
      end
      new(name: name, styles: styles, default_id: sheet.default_id, lists: manuscript.lists.slice(*lists_of(styles)),
        roles: roles_of(manuscript, roles))
    end

    # @param guide [Guide]
    # @param without [Array<Symbol>] slots that are not wanted
    # @param deeper [Array<Symbol>] headings deeper than the guide's that there are
    # @return [KeptSheet] the guide's family, each style with its own values only; `roles` are its slots
    def self.of_guide(guide, without: [], deeper: [])
      members = guide.family.with_deeper(deeper).members_without(without)
      ids = ids_of(members)
      new(name: guide.title, default_id: ids[:base], roles: ids.invert,
        beneath: guide.base_style == :untouched || !guide.family.speaks_for_all?,
        styles: members.to_h { |slot, member| [ids[slot], style_of(member, ids)] })
    end

    # An id like the name, or the slot where another name makes the same.
    def self.ids_of(members)
      taken = {}
      members.transform_values do |member|
        plain = member.name.gsub(/[^[:alnum:]]/, "")
        id = (plain.empty? || taken.key?(plain.downcase)) ? member.slot.to_s : plain
        taken[id.downcase] = true
        id
      end
    end

    def self.style_of(member, ids)
      StyleSheet::Style.new(id: ids[member.slot], name: member.name, kind: Guide::Slots.kind(member.slot), parent: ids[member.parent],
        next_style: ids[member.next_slot], properties: member.values, from_file: false)
    end
    private_class_method :ids_of, :style_of

    def self.with_defaults(sheet, style)
      return style.properties unless style.kind == :paragraph && sheet.chain(style.id).size == 1

      sheet.defaults.merge(style.properties)
    end

    def self.lists_of(styles) = styles.each_value.filter_map { |style| style.properties[:numbering]&.list }.uniq

    # For each paragraph style the slot that the standard's name, its level or its name tells, else the role that most of its paragraphs
    # have.
    # @return [Hash{String=>Symbol}]
    def self.roles_of(manuscript, roles)
      named = Roles::StyleVotes.new(manuscript, nil)
      used = (manuscript.paragraphs + manuscript.note_paragraphs).reject(&:blank?).group_by(&:style).transform_values do |paragraphs|
        paragraphs.map { |paragraph| roles.of(paragraph.id).name }.tally.max_by(&:last).first
      end
      manuscript.sheet.of_kind(:paragraph).filter_map { |style|
        (role = manuscript.sheet.standards.slot(style) || named.of_style(style.id)&.role || used[style.id]) && [style.id, role]
      }.to_h
    end
    private_class_method :with_defaults, :lists_of

    # @return [StyleSheet]
    def sheet = StyleSheet.new(styles: styles, default_id: default_id)

    # @return [Hash] of plain JSON values
    def dump
      {"schema" => Stored::SCHEMA, "name" => name, "default" => default_id,
       "styles" => styles.transform_values { |style| Stored.dump(style) },
       "lists" => lists.transform_values { |list| Stored.dump(list) }, "roles" => roles.transform_values(&:to_s),
       **(beneath ? {"beneath" => true} : {})}
    end

    # @param data [Hash] from `dump`, of this schema or the first
    # @return [KeptSheet]
    def self.load(data)
      first = data["schema"].nil?
      new(name: data.fetch("name"), default_id: data.fetch("default"),
        styles: data.fetch("styles").transform_values { |style| first ? Stored::FirstSchema.load_style(style) : Stored.load(style) },
        lists: data.fetch("lists").to_h { |id, list| [id, first ? Stored::FirstSchema.load_list(id, list) : Stored.load(list)] },
        roles: data.fetch("roles").transform_values(&:to_sym), beneath: data["beneath"] || false)
    end

    # Which of its styles stands for each of a manuscript's: by role, then by name.
    # @param manuscript [Manuscript] @param own_roles [Hash{String=>Symbol}] from `roles_of`
    # @return [Hash{String=>String, nil}] the manuscript's paragraph style ids to ids of this sheet
    def match(manuscript, own_roles)
      by_role = roles.invert
      manuscript.sheet.of_kind(:paragraph).to_h do |style|
        same_name = sheet.named(style.name)
        found = if style.id == manuscript.sheet.default_id &&
            (own_roles[style.id] != :body || roles[default_id] == :body) then (default_id unless beneath)
        elsif same_name && roles[same_name.id] == own_roles[style.id] then same_name.id
        else by_role[own_roles[style.id]] || same_name&.id
        end
        [style.id, found]
      end
    end
  end
end
