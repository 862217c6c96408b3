# frozen_string_literal: true

require_relative "../support/planted"

# Errors planted in manuscripts that meet their guide, singly and several at once: each is found in its place, with what was measured, and
# nothing else is. NORVEL_PLANTED says how many of each kind are tried, and has the figures printed.
RSpec.describe Norvel::Guide::Check do
  tries = Integer(ENV["NORVEL_PLANTED"] || 2)
  more = [
    {"checks" => "colour", "allow" => ["auto", "#000000"]}, {"checks" => "contrast"},
    {"checks" => "runs_of_spaces"}, {"checks" => "line_breaks"},
    {"checks" => "space_before_punctuation", "language" => "en"}, {"checks" => "tabs_at_start"},
    {"checks" => "heading_full_stop"}, {"checks" => "smaller_than_text", "roles" => ["caption"]},
    {"checks" => "font_families", "one_of" => ["Times New Roman", "Liberation Serif", "Calibri", "Carlito", "Arial"]},
    {"checks" => "value", "property" => "space_before", "roles" => ["code"], "equals" => "0 pt"}
  ]

  # The guide with further rules, each with the kind of rule as its id where the guide has none.
  define_method(:widened) do |name|
    data = YAML.safe_load_file(File.expand_path("../../guides/#{name}.yml", __dir__))
    further = more.reject { |rule| rule["checks"] != "value" && data["rules"].any? { |one| one["checks"] == rule["checks"] } }.map do |rule|
      {"id" => rule["checks"].tr("_", "-"), "clause" => "c", "severity" => "must", **rule}
    end
    Norvel::Guide.read(YAML.dump(data.merge("rules" => data["rules"] + further)))
  end

  # A manuscript of the demo, tidied to the guide, with its check.
  define_method(:clean) do |name, file, guide|
    after = seen_by_all(Norvel::Plan.new(read(demo(file)), Norvel::Guide.find(name)).apply)
    described_class.new(guide, layout(after))
  end

  # What only a person can say: what images show, which rows are heads.
  define_method(:seen_by_all) do |manuscript|
    heads = manuscript.tables.select(&:outermost?).map { |table| ["set_header_row", {"paragraph" => table.blocks.first.id}] }
    images = manuscript.paragraphs.flat_map do |paragraph|
      paragraph.insets.each_with_index.select { |inset, _| inset.kind == :image && inset.alt.nil? }.map do |_, place|
        ["set_alternative", {"paragraph" => paragraph.id, "place" => place, "text" => "A drawing"}]
      end
    end
    (heads + images).reduce(manuscript) do |now, (operation, given)|
      Norvel::Changes.build(operation, given).call(now)
    rescue Norvel::NothingToChange
      now
    end
  end

  define_method(:rule_of) do |guide, kind|
    checks, property, role = kind.split
    guide.rules.find do |rule|
      rule.data["checks"] == checks && (property.nil? || (rule.data["property"] == property && rule.data["roles"].include?(role)))
    end
  end

  define_method(:held) do |check, manuscript|
    known = check.manuscript.paragraphs.to_h { |one| [one.id, check.roles.of(one.id).name] }
    roles = Norvel::Roles.new(manuscript).corrected(known.select { |id, _| manuscript.paragraph(id) })
    described_class.new(check.guide, layout(manuscript), roles: roles)
  end

  define_method(:found?) do |check, rule, error|
    check.findings.any? do |one|
      one.rule == rule.id && one.paragraph == error.paragraph && (error.measured.nil? || same?(error.measured, one))
    end
  end

  define_method(:same?) do |measured, finding|
    measured.is_a?(Float) ? (finding.measured_value.to_f - measured).abs < 0.01 : finding.measured.to_s.downcase.include?(measured.downcase)
  end

  {"marrowby-handbook" => "boat-shed-handbook.docx", "marrowby-diploma" => "night-ferries.docx"}.each do |name, file|
    it "finds what is planted in #{file}, and nothing else" do
      guide = widened(name)
      check = clean(name, file, guide)
      expect(check.findings.map { |one| [one.rule, one.message] }).to eq([])
      kinds = Planted.kinds.select { |kind| rule_of(guide, kind) }
      figures = Hash.new { |all, kind| all[kind] = [0, 0] }
      alarms = []
      trials = kinds.flat_map { |kind|
        [[kind]] * ((name == "marrowby-diploma") ? [tries / 2, 1].max : tries)
      } + Array.new(tries * 3) { |seed| kinds.sample(6, random: Random.new(seed)) }
      trials.each_with_index do |trial, seed|
        errors = planted(check, trial, Random.new(seed))
        next if errors.empty? # no place for it here

        after = held(check, errors.last.last.manuscript)
        errors.each do |kind, error|
          figures[kind][0] += 1
          figures[kind][1] += 1 if found?(after, rule_of(guide, kind), error)
        end
        places = errors.map { |_, error| error.paragraph }
        alarms += after.findings.reject { |one| places.include?(one.paragraph) || one.paragraph.nil? || follows?(after, one, places) }
          .map { |one| [trial, one.rule, one.message] }
      end
      figures.sort.each { |kind, (all, found)| warn "#{file} #{kind}: #{found} of #{all}" } if ENV["NORVEL_PLANTED"]
      expect(figures.select { |_, (all, found)| found < all * 0.98 }).to eq({})
      expect(alarms).to eq([])
    end
  end

  # Several errors, each in a paragraph of its own.
  define_method(:planted) do |check, kinds, random|
    kinds.reduce([]) do |done, kind|
      error = Planted.plant(kind, check, done.any? ? done.last.last.manuscript : check.manuscript,
        random, done.map { |_, one| one.paragraph })
      error ? done << [kind, error] : done
    end
  end

  # A heading written otherwise leaves its line in the contents behind, and more text moves page ends.
  define_method(:follows?) do |check, finding, _|
    Norvel::Guide::Rule::KINDS[check.guide.rules.find { |rule| rule.id == finding.rule }.data["checks"]].area == :pagination ||
      check.manuscript.listed.include?(finding.paragraph)
  end
end
