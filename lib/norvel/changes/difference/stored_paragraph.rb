# frozen_string_literal: true

module Norvel
  module Changes
    module Difference
      # A paragraph as it is after a change, as plain JSON data: what differs from the one before, all of it where there
      # was none. Runs are written with their text only where the text, or how it is cut, differs.
      module StoredParagraph
        FACTS = %i[text style link field revised origin from home].freeze
        DEFAULTS = Manuscript::Run.new.to_h.slice(*FACTS).freeze

        module_function

        # @param was [Manuscript::Paragraph, nil] @param now [Manuscript::Paragraph]
        # @return [Hash]
        def dump(was, now)
          patch = {}
          patch["style"] = now.style unless was&.style == now.style
          patch["properties"] = Stored.dump(now.properties) unless was&.properties == now.properties
          patch["mark"] = [now.mark_style, Stored.dump(now.mark_properties)] unless was && was.mark_properties == now.mark_properties && was.mark_style == now.mark_style
          patch["carries"] = now.carries.map(&:to_s) unless was&.carries == now.carries
          patch["run_in"] = now.run_in unless was&.run_in == now.run_in
          patch["in_table"] = now.in_table unless was&.in_table == now.in_table
          dump_runs(was, now, patch) unless was&.runs == now.runs
          patch
        end

        # @return [Manuscript::Paragraph]
        def load(id, was, patch)
          changed = {}
          changed[:style] = patch["style"] if patch.key?("style")
          changed[:properties] = Stored.load(patch.fetch("properties")) if patch.key?("properties")
          changed[:mark_style], changed[:mark_properties] = patch["mark"][0], Stored.load(patch["mark"][1]) if patch.key?("mark")
          changed[:carries] = patch["carries"].map(&:to_sym) if patch.key?("carries")
          %w[run_in in_table].each { |name| changed[name.to_sym] = patch[name] if patch.key?(name) }
          changed[:runs] = was.runs.zip(patch["runs"]).map { |run, (style, direct)| run.with(style: style, properties: Stored.load(direct)) } if patch.key?("runs")
          changed[:runs] = patch["text"].map { |run| load_run(run) } if patch.key?("text")
          was ? was.with(**changed) : Manuscript::Paragraph.new(id: id, **changed)
        end

        def dump_runs(was, now, patch)
          bare = ->(run) { run.with(style: nil, properties: {}) }
          if was && was.runs.map(&bare) == now.runs.map(&bare)
            patch["runs"] = now.runs.map { |run| [run.style, Stored.dump(run.properties)] }
          else
            patch["text"] = now.runs.map { |run| dump_run(run) }
          end
        end

        def dump_run(run)
          facts = run.to_h.slice(*FACTS).reject { |name, value| DEFAULTS[name] == value }.transform_keys(&:to_s)
          facts["properties"] = Stored.dump(run.properties) unless run.properties.empty?
          facts["insets"] = run.insets.map(&:to_h) unless run.insets.empty?
          facts
        end

        def load_run(data)
          facts = data.transform_keys(&:to_sym)
          facts[:field] = facts[:field].to_sym if facts[:field]
          facts[:properties] = Stored.load(facts[:properties]) if facts[:properties]
          facts[:insets] = facts[:insets].map { |inset| load_inset(inset.transform_keys(&:to_sym)) } if facts[:insets]
          Manuscript::Run.new(**facts)
        end

        def load_inset(data) = Manuscript::Inset.new(**data, kind: data[:kind].to_sym, what: data[:what]&.to_sym)
        private_class_method :dump_runs, :dump_run, :load_run, :load_inset
      end
    end
  end
end
