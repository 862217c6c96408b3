# frozen_string_literal: true

module NorvelWeb
  module Routes
    # From accidental looks to a handful of styles: looks, and the plan of the whole clean-up.
    module Cleaning
      def self.registered(app)
        app.get("/manuscripts/:id/survey") { erb :survey, locals: {view: "survey"} }

        app.get("/manuscripts/:id/looks") { erb :looks, locals: {view: "looks"} }

        app.get("/manuscripts/:id/looks/list") { erb :look_list, layout: false }

        # One action for all paragraphs of a look: a style, a new style of it, or the look of another.
        app.post "/manuscripts/:id/looks/:look/:action" do
          before, after, sentence = bench.change(look_change(look_named(params["look"])), head: seen_head)
          @state = after
          tell(before, after, sentence)
          erb :look_list, layout: false
        end

        app.get("/manuscripts/:id/plan") { erb :plan, locals: {view: "plan", plan: plan} }

        app.post("/manuscripts/:id/plan") { erb :plan_lines, layout: false, locals: {plan: plan} }

        app.post "/manuscripts/:id/plan/apply" do
          operation = plan.operation
          raise Norvel::ChangeRefused, "There is nothing left of the plan to apply." unless operation

          bench.change(operation, head: seen_head)
          record.reload.keep_facts(bench.state.check(guide_of))
          redirect to("/manuscripts/#{record.id}")
        end

        app.helpers CleaningHelpers
      end
    end

    # Looks by their number, and the plan as it was corrected.
    module CleaningHelpers
      # What the manuscript is made of: groups of [what, how many, paragraph ids where it is].
      # @return [Hash{String=>Array}]
      def survey
        paragraphs = manuscript.paragraphs
        where = ->(&chosen) { paragraphs.select(&chosen).map(&:id) }
        {
          "The text" => [["pages", state.layout.pages.size, nil], ["words", paragraphs.sum { |one| one.text.split(/[[:space:]]+/).count { |word| word.match?(/[[:alnum:]]/) } }, nil], ["paragraphs", paragraphs.size, nil],
            ["notes", manuscript.notes.size, where.call { |one| one.insets.any? { |inset| inset.kind == :note } }], ["tables", manuscript.tables.size, where.call(&:in_table)], ["images", paragraphs.sum { |one| one.insets.count { |inset| inset.kind == :image } }, where.call { |one| one.insets.any? { |inset| inset.kind == :image } }]],
          "What stands in for formatting" => [["empty paragraphs", paragraphs.count(&:empty?), where.call(&:empty?)], *typed_things(paragraphs)],
          "Formatted by hand" => by_hand_counts(paragraphs),
          "Headings" => headings.group_by(&:last).sort.map { |level, heads| ["level #{level}", heads.size, heads.map { |one, _| one.id }] },
          "Styles" => manuscript.sheet.styles.values.select { |style| style_uses[style.id].positive? }.sort_by { |style| -style_uses[style.id] }.map { |style| [style.name, style_uses[style.id], where.call { |one| one.style == style.id || one.runs.any? { |run| run.style == style.id } }] },
          "Roles, as Norvel reads them" => paragraphs.reject(&:blank?).group_by { |one| state.roles.of(one.id).name }.sort_by { |_, same| -same.size }.map { |role, same| [role_name(role), same.size, same.map(&:id)] },
          "Fonts asked for" => fonts_asked(paragraphs)
        }
      end

      def typed_things(paragraphs)
        {"tabs at the start" => /\A\t/, "runs of spaces" => /\S {2,}\S|\A {2,}/, "line breaks" => /\S\n/}.map { |name, pattern| paragraphs.select { |one| one.text.match?(pattern) }.then { |found| [name, found.size, found.map(&:id)] } } +
          [Norvel::Changes::ListsFromTyped.found(manuscript, state.layout.cascade).flat_map(&:items).then { |items| ["items of typed lists", items.size, items.map { |one, _| one.id }] }]
      end

      def by_hand_counts(paragraphs)
        kinds = Hash.new { |found, name| found[name] = [] }
        paragraphs.each { |one| Norvel::DirectFormatting.objectionable(one).map(&:first).uniq.each { |name| kinds[name] << one.id } }
        kinds.sort_by { |_, ids| -ids.size }.map { |name, ids| [Norvel::Properties[name].label.downcase, ids.size, ids] }
      end

      def fonts_asked(paragraphs)
        paragraphs.reject(&:blank?).group_by { |one| state.appearance.of(one)[:font_family] }.sort_by { |_, same| -same.size }.map { |family, same| ["#{family}#{" (#{font_match(family)})" if font_match(family)}", same.size, same.map(&:id)] }
      end

      def look_named(id) = state.looks.find { |look| look.id == id.to_i } || raise(Norvel::ChangeRefused, "That look is not there any more.")

      # @return [Norvel::Changes::Operation]
      def look_change(look)
        ids = look.paragraphs
        case params["action"]
        when "style" then series("Gave a look of #{plural(ids.size, "paragraph")} the style “#{manuscript.sheet.fetch(params["style"]).name}”.", styled(ids, params["style"]))
        when "new_style"
          name = params["name"].to_s.strip
          series("Made the style “#{name}” of a look of #{plural(ids.size, "paragraph")}.", [["style_from_look", {"paragraph" => look.variants.first.last.first, "name" => name}], *styled(ids, manuscript.sheet.free_id(name))])
        when "like" then Norvel::Changes.build("match_example", "paragraphs" => ids, "example" => look_named(params["other"]).variants.first.last.first)
        else raise Norvel::ChangeRefused, "There is no such action."
        end
      end

      def styled(ids, style) = [["apply_style", {"style" => style, "paragraphs" => ids}], ["remove_direct_formatting", {"paragraphs" => ids}]]

      def series(title, changes) = Norvel::Changes.build("series", "title" => title, "changes" => changes)

      # @return [Norvel::Plan]
      def plan
        @plan ||= Norvel::Plan.new(manuscript, guide_of, roles: state.roles.corrected(role_corrections), without: (params["strike"] || {}).keys.map(&:to_sym))
      end

      def groups = @groups ||= Norvel::Plan.groups(state.roles, state.looks)

      # What the person says a group is: "as" by its first paragraph.
      # @return [Hash{Integer=>Symbol}] paragraph id to role
      def role_corrections
        @role_corrections ||= groups.each_with_object({}) do |group, found|
          role = params.dig("as", group.paragraphs.first.to_s).to_s
          next if role == group.role.to_s || Norvel::Roles::ALL.none? { |known| known.to_s == role }

          group.paragraphs.each { |id| found[id] = role.to_sym }
        end
      end

      # @return [Norvel::Layout] of the manuscript with the plan applied
      def planned_layout = @planned_layout ||= Norvel::Layout.new(plan.apply)

      # @param after [Norvel::Manuscript]
      # @return [Float] centimetres of paper that the blank lines took which are gone there
      def blank_height(after)
        gone = manuscript.paragraphs.select { |paragraph| paragraph.empty? && after.paragraph(paragraph.id).nil? }
        gone.sum { |paragraph| state.layout.lines_of(paragraph.id).sum { |placed| placed.line.height } } / 72.0 * 2.54
      end

      def pages_of(ids) = ids.filter_map { |id| state.layout.page_of(id) }.uniq

      def role_name(role) = role.to_s.tr("_", " ")
    end
  end
end
