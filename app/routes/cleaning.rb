# frozen_string_literal: true

module NorvelWeb
  module Routes
    # From accidental looks to a handful of styles: looks, and the plan of the whole clean-up.
    module Cleaning
      def self.registered(app)
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

      def pages_of(ids) = ids.filter_map { |id| state.layout.page_of(id) }.uniq

      def role_name(role) = role.to_s.tr("_", " ")
    end
  end
end
