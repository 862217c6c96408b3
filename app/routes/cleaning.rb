# frozen_string_literal: true

module NorvelWeb
  module Routes
    # From accidental looks to a handful of styles: looks, and the plan of the whole clean-up.
    module Cleaning
      def self.registered(app)
        app.get("/manuscripts/:id/survey") { erb :survey, locals: {view: "survey"} }

        app.get("/manuscripts/:id/looks", takes: {look: Asked::LOOK, split: Asked::WORDS}) { erb :looks, locals: {view: "looks"} }

        app.get("/manuscripts/:id/looks/list", takes: {look: Asked::LOOK, split: Asked::WORDS}) { looks_with_slip }

        app.get("/manuscripts/:id/looks/slip", takes: {look: Asked::LOOK, split: Asked::WORDS}) { erb :look_slip, layout: false }

        # One action for all paragraphs of one look or several: a style, a new style of it, or the look of another.
        app.post "/manuscripts/:id/looks/:look/:action", takes: {
          head: Asked::ID, keep: Asked::YES, name: Asked::NAME, other: Asked::LOOK, split: Asked::WORDS, style: Asked::STYLE
        } do
          looks = params["look"].split(",").map { |name| look_named(name) }
          before, after, sentence = bench.change(look_change(looks), head: seen_head)
          @state = after
          tell(before, after, sentence)
          kept = looks.first.paragraphs.find { |id| after.manuscript.paragraph(id) }
          @looks_chosen = shown_looks.select { |_, look| look.paragraphs.include?(kept) }
          looks_with_slip
        end

        app.get("/manuscripts/:id/plan", takes: Asked::PLAN) { erb :plan, locals: {view: "plan"} }

        # Worked out anew with what the person corrected or struck out; what it comes to follows.
        %w[lines sums].each { |part| app.post("/manuscripts/:id/plan/#{part}", takes: Asked::PLAN) { erb :"plan_#{part}", layout: false } }

        # The pages as they would be, before anything is done.
        app.post "/manuscripts/:id/plan/show", takes: Asked::PLAN do
          proposal = bench.propose(plan_operation)
          redirect to("/manuscripts/#{record.id}?#{Rack::Utils.build_nested_query({"considered" => proposal.id}.merge(plan_parameters))}")
        end

        app.post "/manuscripts/:id/plan/apply", takes: {**Asked::PLAN, head: Asked::ID} do
          bench.change(plan_operation, head: seen_head)
          record.reload.keep_facts(bench.state.check(guide_of))
          redirect to("/manuscripts/#{record.id}?entry=#{record.head_id}")
        end

        app.helpers CleaningHelpers
      end
    end

    # Looks by their number, and the plan as it was corrected.
    module CleaningHelpers
      # What formatting by hand the paragraphs have: property to how many of them have it.
      # @return [Hash{Symbol=>Integer}] the most frequent first
      def hand_kinds(paragraphs)
        paragraphs.flat_map { |paragraph| Norvel::DirectFormatting.objectionable(paragraph).map(&:first).uniq }
          .tally.sort_by { |_, count| -count }.to_h
      end

      # A look by its number, or, as "3.2", an exact variant of it as a look of its own.
      # @return [Norvel::Looks::Look]
      def look_named(id)
        number, variant = id.split(".").map(&:to_i)
        look = state.looks.find { |one| one.id == number } || raise(Norvel::ChangeRefused, "That look is not there any more.")
        variant ? Norvel::Looks.split(look).fetch(variant - 1) { raise Norvel::ChangeRefused, "That variant is not there any more." } : look
      end

      # The looks as they are shown, the commonest first; those that were split by the person in their exact variants.
      # @return [Array<Array(String, Norvel::Looks::Look)>] each with its name in addresses
      def shown_looks
        apart = params["split"].to_s.split(",").map(&:to_i)
        (@shown_looks ||= {}.compare_by_identity)[state] ||= state.looks.sort_by { |look| -look.paragraphs.size }.flat_map do |look|
          next [[look.id.to_s, look]] unless apart.include?(look.id)

          Norvel::Looks.split(look).each_with_index.map { |part, index| ["#{look.id}.#{index + 1}", part] }
        end
      end

      # @return [Array<Array(String, Norvel::Looks::Look)>] those that are chosen and still there
      def looks_chosen
        @looks_chosen ||= begin
          names = params["look"].to_s.split(",")
          names.filter_map { |name| shown_looks.find { |own, _| own == name } }
        end
      end

      # The list, and the slip about what of it is chosen.
      def looks_with_slip
        erb(:look_list, layout: false) + %(<div id="slip" hx-swap-oob="innerHTML">#{erb(:look_slip, layout: false)}</div>)
      end

      # @return [Array<Array(String, String)>] id and name, those at hand and in use first
      def styles_for_looks
        used = ->(style) { (record.styles_at_hand.include?(style.id) || style_uses[style.id].positive?) ? 0 : 1 }
        styles = manuscript.sheet.of_kind(:paragraph).reject(&:hidden)
        sorted = styles.sort_by { |style| [used[style], manuscript.sheet.level_of(style) || 10, style.name.downcase] }
        sorted.map { |style| [style.id, style.name] }
      end

      # @param looks [Array<Norvel::Looks::Look>]
      # @return [Norvel::Changes::Operation]
      def look_change(looks)
        look = looks.first
        ids = looks.flat_map(&:paragraphs)
        case params["action"]
        when "style"
          keep = (params["keep"] == "yes") || nil
          Norvel::Changes.build("give_style", {"style" => params["style"], "paragraphs" => ids, "keep" => keep}.compact)
        when "new_style"
          name = params["name"].to_s.strip
          return restyled_look(ids, name) if name.include?(":")

          series("Made the style “#{name}” of a look of #{plural(ids.size, "paragraph")}.",
            [["style_from_look", {"paragraph" => look.variants.first.last.first, "name" => name}],
              *styled(ids, manuscript.sheet.free_id(name))])
        when "bare" then Norvel::Changes.build("remove_direct_formatting", "paragraphs" => ids)
        when "like"
          other = look_named(params["other"])
          Norvel::Changes.build("match_example", "paragraphs" => ids - other.paragraphs, "example" => other.variants.first.last.first)
        else raise Norvel::ChangeRefused, "There is no such action."
        end
      end

      # A look that gets a style by its values, not by what it has by hand.
      def restyled_look(ids, line)
        operation = Norvel::Changes::OneLine.new(manuscript, line, paragraphs: ids, families: families_here, roles: state.roles,
          choices: [:give]).operation
        series(operation.sentence(manuscript),
          [[operation.class.operation_name, operation.parameters], ["remove_direct_formatting", {"paragraphs" => ids}]])
      end

      def styled(ids, style)
        [["give_style", {"style" => style, "paragraphs" => ids}]]
      end

      def series(title, changes) = Norvel::Changes.build("series", "title" => title, "changes" => changes)

      # @return [Workbench::Planned]
      def planned
        @planned ||= bench.planned(look_kept? ? nil : guide_of, role_corrections, struck_out, (params["also"] || {}).keys.map(&:to_sym))
      end

      def plan = planned.plan

      # @return [Array<Symbol>] parts of the plan that were struck out
      def struck_out = (params["strike"] || {}).keys.map(&:to_sym)

      # @return [Hash{Symbol=>String}] the parts that there is something to say of, with their names
      def plan_parts = Norvel::Plan::PARTS.slice(*(Norvel::Plan::PARTS.keys & spoken_of))

      # @return [Array<Symbol>] the kinds of paragraphs that there is something to say of
      def plan_roles = (Norvel::Guide::Slots::ALL | Norvel::Roles::ALL) & spoken_of - Norvel::Plan::PARTS.keys

      def spoken_of = @spoken_of ||= [*plan.lines.map(&:part), *plan.remarks.map(&:part), *struck_out].uniq

      # @return [Boolean] whether the manuscript is to keep its look, by styles, and not to get that of a guide
      def look_kept? = params["keep"] == "yes" || (params["keep"].nil? && guide_of.none?)

      # @return [Array<Integer>] the pages that end elsewhere after it
      def moved_pages = Norvel::Changes::Ripple.between(state.layout, planned.layout).moved

      # @return [String] why there is no plan
      def nothing_to_plan
        return "nothing is formatted by hand" if look_kept?

        "the manuscript is in the guide's styles, with nothing by hand and no blank lines"
      end

      # @param role [Symbol] what the person takes the group for
      # @return [String] how sure the reading is, or that it was corrected
      def told_of_reading(group, role)
        return "as you say; read as #{role_name(group.role)}" unless role == group.role

        "#{Norvel::Plan.how_sure(group.confidence)}: #{group.reason}"
      end

      # @return [Hash] what was said of the plan, for an address
      def plan_parameters = params.slice("as", "strike", "also", "keep").compact

      # @return [String]
      def plan_title = look_kept? ? "The look kept, and styles made of it" : "The clean-up to “#{guide_of.title}”"

      def plan_operation = plan.operation || raise(Norvel::ChangeRefused, "There is nothing left of the plan to apply.")

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

      def pages_of(ids) = ids.filter_map { |id| state.layout.page_of(id) }.uniq

      def role_name(role) = role.to_s.tr("_", " ")
    end
  end
end
