# frozen_string_literal: true

require_relative "guide"

module Norvel
  # The clean-up of a manuscript against a guide, as a list of changes: the guide's page design, its styles given
  # to each role, typed lists and numbers made real ones, white space, direct formatting and blank lines removed. Each line can be read before it is applied.
  #
  #   plan = Plan.new(manuscript, guide)
  #   plan.lines.map(&:sentence)
  #   plan.apply                       # the manuscript afterwards
  class Plan
    # `part` is what it belongs to: :page_design, :lists, :headings, :white_space, :direct, :empty or a role.
    Line = Value.define(:operation, :sentence, :paragraphs, :confidence, :part)

    # Paragraphs that are taken for the same for the same reason: how surely, and in how many looks they come.
    Group = Value.define(:role, :reason, :paragraphs, :confidence, :looks)

    PARTS = {page_design: "Paper and margins", lists: "Typed numbers and bullets", headings: "Typed numbers of headings", white_space: "White space", direct: "Direct formatting", empty: "Blank lines"}.freeze

    # Roles that are left as they are.
    LEFT = %i[other empty contents_entry contents_heading form_field].freeze

    # @param manuscript [Manuscript] @param guide [Guide]
    # @param roles [Roles] as they are read, or corrected
    # @param without [Array<Symbol>] parts that were struck out
    def initialize(manuscript, guide, roles: nil, without: [])
      @manuscript = manuscript
      @guide = guide
      @roles = roles || Roles.new(manuscript)
      @without = without
    end

    # What the paragraphs of a manuscript are taken for, the unsure ones first; empty paragraphs are left out.
    # @param roles [Roles] @param looks [Array<Looks::Look>] of the same manuscript
    # @return [Array<Group>]
    def self.groups(roles, looks)
      look_of = looks.flat_map { |look| look.paragraphs.map { |id| [id, look.id] } }.to_h
      groups = look_of.keys.sort.group_by { |id| roles.of(id).then { |role| [role.name, role.reasons.first] } }.map do |(role, reason), ids|
        Group.new(role: role, reason: reason, paragraphs: ids, confidence: (ids.sum { |id| roles.of(id).confidence } / ids.size).round(2), looks: ids.map { |id| look_of[id] }.uniq)
      end
      groups.sort_by { |group| [(group.confidence < 0.7) ? 0 : 1, Roles::ALL.index(group.role), -group.paragraphs.size] }
    end

    # @return [Array<Line>] in the order they are applied
    def lines = steps.map(&:first)

    # @return [Manuscript] with every line applied
    def apply = steps.empty? ? @manuscript : steps.last.last

    # @return [Changes::Series, nil] the whole plan as one step; nil when there is nothing to do
    def operation
      return if lines.empty?

      Changes.build("series", "title" => "Tidied by #{@guide.title}: #{lines.size} changes.", "changes" => lines.map { |line| [line.operation.class.operation_name, line.operation.parameters] })
    end

    private

    # Each line with the manuscript after it: a later line is worked out on what the earlier ones leave.
    def steps
      @steps ||= begin
        @now = @manuscript
        @list = []
        page_design unless struck?(:page_design)
        try_substitution("lists_from_typed", :lists, 0.9) { Changes::ListsFromTyped.found(@now).flat_map { |row| row.items.map(&:first) } }
        styles
        try_substitution("headings_from_typed", :headings, 0.9) { |after| changed_texts(after) }
        try_substitution("tidy_white_space", :white_space, 0.9) { |after| changed_texts(after) }
        direct unless struck?(:direct)
        add("remove_empty_paragraphs", {"paragraphs" => "all"}, Changes::RemoveEmptyParagraphs.removable(@now), 0.97, :empty) unless struck?(:empty)
        @list
      end
    end

    def struck?(part) = @without.include?(part)

    def add(name, parameters, paragraphs, confidence, part)
      operation = Changes.build(name, parameters)
      after = operation.call(@now)
      return if unchanged?(@now, after)

      @list << [Line.new(operation: operation, sentence: operation.sentence(@now), paragraphs: paragraphs.map(&:id), confidence: confidence, part: part), after]
      @now = after
    end

    # Where there is nothing to substitute, there is no line.
    def try_substitution(name, part, confidence)
      return if struck?(part)

      after = Changes.build(name, {"paragraphs" => "all"}).call(@now)
      touched = yield after
      add(name, {"paragraphs" => "all"}, touched, confidence, part) unless touched.empty?
    rescue ChangeRefused
      nil
    end

    def changed_texts(after) = @now.paragraphs.select { |paragraph| after.paragraph(paragraph.id)&.text != paragraph.text }

    def unchanged?(before, after)
      before.paragraphs == after.paragraphs && before.note_paragraphs == after.note_paragraphs && before.sections == after.sections && before.sheet.styles == after.sheet.styles
    end

    def page_design
      margins = @guide.page[:margins]
      parameters = {"paper" => @guide.page[:paper], "margin" => margins}.compact
      add("set_page_design", parameters, [], 0.99, :page_design) unless parameters.empty?
    end

    def direct
      kept = told_apart_by_hand
      bared = kept.empty? ? "all" : (@now.paragraphs + @now.note_paragraphs).map(&:id) - kept
      add("remove_direct_formatting", {"paragraphs" => bared}, @now.paragraphs.select { |paragraph| DirectFormatting.objectionable(paragraph).any? && !kept.include?(paragraph.id) }, 0.95, :direct)
    end

    # Every role that occurs gets a style with the guide's values; the manuscript's own style for the role is
    # taken over where it has one, so that what was styled well keeps its style.
    def styles
      ids = {}
      occurring.each_key { |role| ids[role] = style_for(role, ids) }
      occurring.each do |role, paragraphs|
        kept, moved = paragraphs.reject { |paragraph| paragraph.style == ids[role] }.partition { |paragraph| other_list?(paragraph, ids[role]) }
        kept.map(&:style).uniq.each { |id| adjust(@now.sheet[id], role) }
        next if moved.empty?

        add("apply_style", {"style" => ids[role], "paragraphs" => moved.map(&:id)}, moved, (moved.sum { |paragraph| @roles.of(paragraph.id).confidence } / moved.size).round(2), role)
      end
    end

    # A bullet never becomes a number, nor a number that of another list: such a paragraph keeps its own style, which
    # takes the guide's values.
    def other_list?(paragraph, style)
      cascade = Cascade.new(@now)
      before, after = cascade.numbering(paragraph), cascade.numbering(paragraph.with(style: style))
      before && after && before != after
    end

    def occurring
      @occurring ||= (@manuscript.paragraphs + @manuscript.note_paragraphs).group_by { |paragraph| styled_role(@roles.of(paragraph.id).name) }
        .select { |role, _| @guide.styles.key?(role) && !LEFT.include?(role) && !struck?(role) }.sort_by { |role, _| Roles::ALL.index(role) }.to_h
    end

    # What stands for a role that the guide has no style for.
    STANDS_FOR = {abstract: :body, reference_entry: :body, verse: :block_quotation}.freeze

    # A heading deeper than any of the guide's is of its deepest.
    def styled_role(role)
      level = Roles.level(role)
      return role if @guide.styles.key?(role)
      return STANDS_FOR.fetch(role, role) unless level

      Roles::HEADINGS.reverse.find { |heading| @guide.styles.key?(heading) && Roles.level(heading) < level } || role
    end

    # Direct formatting stays on what the guide has no style for: it is all that tells such paragraphs apart.
    def told_apart_by_hand = (@manuscript.paragraphs + @manuscript.note_paragraphs).select { |paragraph| styled_role(@roles.of(paragraph.id).name).then { |role| !@guide.styles.key?(role) && !LEFT.include?(role) } }.map(&:id)

    def style_for(role, taken)
      wanted = @guide.styles[role]
      found = own_style(role, wanted[:name], taken.values)
      return adjust(found, role) if found

      id = @now.sheet.free_id(wanted[:name])
      values = wanted[:values].to_h { |name, value| [name.to_s, Properties[name].show(value)] }
      values["outline_level"] = Roles.level(role).to_s if Roles.level(role)
      add("define_style", {"id" => id, "name" => wanted[:name], "parent" => @now.sheet.default_id, "values" => values}, [], 0.99, role)
      id
    end

    # The manuscript's style for a role: of the guide's name, the heading of that level, or the style that most paragraphs
    # of the role have and few others.
    def own_style(role, name, taken)
      level = Roles.level(role)
      found = @now.sheet.named(name) || (level && @now.sheet.heading(level)) || commonest(role)
      found unless found.nil? || taken.include?(found.id)
    end

    def commonest(role)
      return if role == :body && !body_of_its_own?

      paragraphs = occurring[role]
      id, count = paragraphs.map(&:style).tally.max_by(&:last)
      users = @manuscript.paragraphs.count { |paragraph| paragraph.style == id && !paragraph.blank? }
      @now.sheet[id] if id != @now.sheet.default_id && count * 10 >= users * 8
    end

    # Two schools: body text in the base style itself, or in a style of its own. The first gets one.
    def body_of_its_own? = occurring[:body].map(&:style).tally.max_by(&:last).first != @manuscript.sheet.default_id

    def adjust(style, role)
      # What the style inherits and the guide does not speak of must not reach through.
      values = @guide.styles[role][:values].reject { |name, value| style.properties[name] == value }
      unless values.empty?
        users = occurring[role].select { |paragraph| paragraph.style == style.id }
        add("change_style", {"style" => style.id, "values" => values.to_h { |name, value| [name.to_s, Properties[name].show(value)] }}, users, 0.98, role)
      end
      style.id
    end
  end
end
