# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Reading a change from what a form sends.
    module ChangeForms
      # @return [Hash] plain parameters for the operation
      def change_parameters
        case params["operation"]
        when "apply_style" then {"style" => params["style"], "paragraphs" => chosen_ids}
        when "change_style" then {"style" => params["style"], "values" => style_values}
        when "remove_direct_formatting" then where_chosen.merge("kinds" => hand_kinds_wanted, "meaning" => params["meaning"]&.slice("italic", "bold", "underline")).compact
        when "remove_empty_paragraphs" then {"paragraphs" => chosen_ids}
        when "set_page_design" then page_parameters
        when "rename_style", "duplicate_style" then params.slice("style", "name")
        when "hang_style" then params.slice("style", "parent")
        when "set_next_style" then params.slice("style", "next")
        when "define_style" then {"id" => manuscript.sheet.free_id(params["name"].to_s), "name" => params["name"], "parent" => params["parent"], "kind" => manuscript.sheet.fetch(params["parent"]).kind.to_s}
        when "delete_style" then params.slice("style", "replacement")
        when "remove_unused_styles", "adopt_everywhere", "dress_tables" then {}
        when "format_here" then {**where_chosen, "values" => specified(params["line"], text_only: !params["text"].to_s.empty?)}
        when "apply_character_style" then {"style" => params["style"], "text" => text_chosen}
        when "adopt_text_look" then {"text" => text_chosen}
        when "character_style_from_look" then {"text" => text_chosen, "name" => params["name"], "all" => params["all"] == "yes"}
        when "insert_paragraph", "join_paragraphs" then {"paragraph" => chosen_ids.first}
        when "delete_paragraphs" then {"paragraphs" => chosen_ids}
        when "shift_headings" then {"paragraphs" => headings_chosen, "by" => params["by"].to_i}
        when "move_paragraphs" then {"paragraphs" => chosen_ids, "by" => params["by"].to_i}
        when "swap_sheet" then other_sheet.then { |kept| {"sheet" => kept.dump, "mapping" => sheet_mapping(kept)} }
        when "take_styles" then {"sheet" => other_sheet.dump, "styles" => (params["styles"] || {}).reject { |_, how| how.to_s.empty? }}
        when "set_run_in" then {"paragraphs" => headings_chosen, "run_in" => params["run_in"] != "no"}
        when "run_in_from_words" then {"text" => text_chosen.first(1), "style" => params["style"]}
        when "set_hyphenation" then {"on" => params["on"] == "yes"}
        when "replace_text" then {"find" => params["find"], "replace" => params["replace"], "case" => params["case"] == "yes"}
        when "lists_from_typed", "headings_from_typed", "tidy_white_space", "replace_blank_lines" then {"paragraphs" => chosen_ids}
        when "paste_text" then {"paragraph" => chosen_ids.first, "blocks" => Norvel::Formats::Pasted.read(html: params["html"], plain: params["plain"], marks: params["marks"] == "yes")}
        when "start_over" then params.slice("style")
        when "number_headings" then params.slice("scheme", "prefix")
        when "change_list" then {"list" => params["list"], "levels" => list_levels}
        when "make_list" then {"paragraphs" => chosen_ids, "kind" => params["kind"]}
        when "restart_numbers" then {"paragraph" => chosen_ids.first, "start" => params["start"]}
        when "continue_numbers" then {"paragraph" => chosen_ids.first}
        when "shift_items" then {"paragraphs" => chosen_ids, "by" => params["by"].to_i}
        when "adopt_look" then {"paragraph" => chosen_ids.first}
        when "style_from_look" then {"paragraph" => chosen_ids.first, "name" => params["name"]}
        else raise Norvel::ChangeRefused, "There is no change called “#{params["operation"]}”."
        end
      end

      # Only what says something else than before.
      def list_levels
        list = manuscript.lists[params["list"].to_s]
        (params["levels"] || {}).filter_map do |index, fields|
          level = list&.levels&.[](index.to_i) or next
          changed = fields.reject { |name, written| written.to_s.strip == written_level(list, index.to_i, level, name) }
          [index, changed] unless changed.empty?
        end.to_h
      end

      def written_level(list, index, level, name)
        case name
        when "indent_start", "indent_first" then level.properties.key?(name.to_sym) ? Norvel::Properties[name].show(level.properties[name.to_sym]) : ""
        when "text" then (level.format == "bullet") ? Norvel::ListLabels.sample(list, index) : level.text
        else level[name].to_s
        end
      end

      # @return [Array<Integer>] ids of the headings among what is chosen
      def headings_chosen
        ids = chosen.select { |paragraph| paragraph.run_in || state.layout.cascade.paragraph(paragraph)[:outline_level] }.map(&:id)
        ids.empty? ? raise(Norvel::ChangeRefused, "No heading is chosen.") : ids
      end

      # Words where words are chosen, otherwise paragraphs.
      def where_chosen = params["text"].to_s.empty? ? {"paragraphs" => chosen_ids} : {"text" => text_chosen}

      # @return [Array<String>, nil] property names; nil: all
      def hand_kinds_wanted
        wanted = params["kind"].to_s.split(",") + (params["kinds"] || {}).keys
        wanted.empty? ? nil : wanted
      end

      def text_chosen
        raise Norvel::ChangeRefused, "No words are chosen." if stretches.empty?

        stretches.map { |paragraph, from, to| [paragraph.id, from, to] }
      end

      def chosen_ids
        return "all" if params["chosen"] == "all"
        raise Norvel::ChangeRefused, "No paragraph is chosen." if chosen.empty?

        chosen.map(&:id)
      end

      # A change of a style, with those let follow that say otherwise by hand, where the person wants that.
      def style_change(operation) = (params["follow"] == "yes" && operation.is_a?(Norvel::Changes::ChangeStyle)) ? Norvel::Changes::HeldBack.released(operation, manuscript) : operation

      # What the line means that was written about what is chosen.
      # @return [Norvel::Changes::OneLine]
      def line_said
        words = !params["text"].to_s.empty?
        Norvel::Changes::OneLine.new(manuscript, params["line"], fields: tried_fields, way: params["way"] || "here", name: params["name"], families: families_here,
          text: (text_chosen if words), paragraphs: (chosen.map(&:id) if chosen.any? && !words))
      end

      # What is not understood of it is kept for the answer.
      # @return [Norvel::Changes::Operation]
      def line_operation(line = line_said)
        @faults = line.faults
        line.operation.tap { @faults = line.faults }
      end

      # @return [String, nil] what was done, in a sentence
      def choose_key_of(line, manuscript)
        name, key = line.key
        style = name && Norvel::Changes::OneLine.style(manuscript.sheet, name) or return
        record.choose_key(style.id, key)
        "The key #{key.upcase} gives “#{style.name}” in a sweep."
      end

      # What is by hand on all of what is chosen first: what the fields for trying begin with.
      # @return [Hash{Symbol=>Object}]
      def tried_here
        return stretches.first.then { |paragraph, from, to| Norvel::DirectFormatting.adoptable_from(paragraph, from, to) } unless params["text"].to_s.empty?

        Norvel::DirectFormatting.tried(chosen.first)
      end

      # Only fields that say something else than before.
      # @return [Hash{String=>String}]
      def tried_fields
        return {} if params["values"].nil? || (chosen.empty? && params["text"].to_s.empty?)

        own = tried_here
        params["values"].reject { |name, written| written.to_s.strip == (own.key?(name.to_sym) ? Norvel::Properties.shown(own, name.to_sym, unit: reader_unit) : "") }.to_h
      end

      # The values of a type specification. What is not understood is kept for the answer; the rest counts.
      # @return [Hash{String=>String}]
      # @raise [Norvel::ChangeRefused] when nothing of it is understood
      def specified(line, text_only: false)
        reading = Norvel::Properties::Specification.read(line.to_s, families: families_here, text_only: text_only)
        @faults = reading.faults
        raise Norvel::ChangeRefused, @faults.empty? ? "Write what to try: 13 pt bold, centred, 6 pt before." : @faults.first(3).join(" ") if reading.values.empty?

        reading.values.transform_keys(&:to_s)
      end

      # Only fields that say something else than before are sent on, and what was changed in the line.
      def style_values
        style = manuscript.sheet.fetch(params["style"])
        line = params["line"]
        shown = Norvel::Properties::Specification.show(style.properties, unit: reader_unit)
        changed = (line && line != shown) ? Norvel::Properties::Specification.changes(shown, line, families: families_here) : nil
        @faults = changed&.faults || []
        style_fields(style).merge((changed&.values || {}).transform_keys(&:to_s))
      end

      def style_fields(style)
        (params["values"] || {}).select do |name, written|
          property = Norvel::Properties[name]
          own = style.properties.key?(property.name) ? Norvel::Properties.shown(style.properties, property.name, unit: reader_unit) : ""
          written.to_s.strip != own
        end
      end

      # Only what says something else than before.
      def page_parameters
        design = manuscript.sections.first.page
        margin = (params["margin"] || {}).reject { |edge, length| length.to_s.strip.empty? || length.strip == (design.margin[edge.to_sym] && Norvel::Lengths.show(design.margin[edge.to_sym], "cm")) }
        paper = params["paper"] unless params["paper"].to_s.empty? || params["paper"] == design.paper
        raise Norvel::ChangeRefused, "Nothing of the page was changed." if margin.empty? && paper.nil?

        {"margin" => (margin unless margin.empty?), "paper" => paper, "sections" => params["sections"]&.map(&:to_i)}.compact
      end

      # @return [Norvel::Changes::Operation, nil] nil when the paragraphs are so already
      def sweep_stroke(paragraphs, style_id)
        return unless style_id

        ids = paragraphs.map(&:id)
        steps = [["apply_style", {"style" => style_id, "paragraphs" => ids}]]
        steps << ["remove_direct_formatting", {"paragraphs" => ids}] unless params["bare"] == "no"
        what = (ids.size == 1) ? "“#{excerpt(paragraphs.first.text, 40)}”" : plural(ids.size, "paragraph")
        operation = Norvel::Changes.build("series", "title" => "Swept #{what} into “#{manuscript.sheet[style_id].name}”.", "changes" => steps)
        operation unless Norvel::Changes::Difference.between(manuscript, operation.call(manuscript)).empty?
      end
    end
  end
end
