# frozen_string_literal: true

# Errors of formatting planted in a clean manuscript: each says the rule that speaks of it, and gives the manuscript with it, the paragraph
# it stands in and what is to be measured there.
module Planted
  Error = Struct.new(:manuscript, :paragraph, :measured)

  module_function

  # By kind of rule, and by the property for rules on values.
  def kinds = PLANTS.keys

  # @param kind [Object] @param check [Norvel::Guide::Check] of the clean manuscript @param now [Manuscript] to plant it in
  # @return [Error, nil] nil where there is no place for it
  def plant(kind, check, now, random, taken)
    places = PLACES.fetch(kind, :body).then do |roles|
      check.manuscript.paragraphs.select do |paragraph|
        Array(roles).include?(check.roles.of(paragraph.id).name) && !paragraph.in_table && !paragraph.blank?
      end
    end
    places = places.reject { |one| taken.include?(one.id) || check.manuscript.listed.include?(one.id) }
    place = places[random.rand(places.size)] if places.any?
    place && PLANTS.fetch(kind).call(now, now.paragraph(place.id), random)
  end

  def here(manuscript, paragraph, **set) =
    manuscript.with_paragraphs(paragraph.id => paragraph.with(properties: paragraph.properties.merge(set)))

  def words(manuscript, paragraph, **set) =
    manuscript.with_paragraphs(
      paragraph.id => paragraph.with(runs: paragraph.runs.map { |run| run.with(properties: run.properties.merge(set)) })
    )

  # A text in it is written otherwise: between two of its words.
  def written(manuscript, paragraph, text, at: nil)
    spaces = paragraph.text.enum_for(:scan, /(?<=[[:alnum:]]) /).map { Regexp.last_match.begin(0) }
    from = at || spaces[spaces.size / 2] or return
    manuscript.with_paragraphs(paragraph.id => paragraph.replaced(from, at || from + 1,
      [paragraph.runs.first.with(text: text, origin: nil, home: nil, insets: [])]))
  end

  POINTS = 12_700
  HEADINGS = %i[heading_1 heading_2 heading_3].freeze
  PLACES = {"heading_full_stop" => HEADINGS, "heading_capitals" => :heading_1,
            "value indent_first heading_1" => %i[heading_1 heading_2], "value size heading_1" => :heading_1,
            "value break_before heading_1" => :heading_1, "smaller_than_text" => :caption, "value line_spacing caption" => :caption}.freeze

  # @return [Proc] another value of a property of a paragraph
  def self.value(name, text: false)
    lambda do |manuscript, paragraph, random|
      given, measured = yield(random)
      Error.new(text ? words(manuscript, paragraph, name => given) : here(manuscript, paragraph, name => given), paragraph.id, measured)
    end
  end

  # @return [Proc] other words
  def self.text(written, measured)
    lambda do |manuscript, paragraph, _|
      after = Planted.written(manuscript, paragraph, written)
      after && Error.new(after, paragraph.id, measured)
    end
  end

  PLANTS = {
    "value size body" => value(:size, text: true) { |random|
      [9, 10, 13, 14][random.rand(4)].then { |points| [points * POINTS, points.to_f] }
    },
    "value size heading_1" => value(:size, text: true) { |random|
      [13, 18, 20][random.rand(3)].then { |points| [points * POINTS, points.to_f] }
    },
    "value font_family body" => value(:font_family, text: true) { |random|
      %w[Arial Georgia Verdana][random.rand(3)].then { |name| [name, name] }
    },
    "value line_spacing body" => value(:line_spacing) { |random|
      [1.25, 2.0, 3.0][random.rand(3)].then { |lines| [Norvel::Properties::LineSpacing.multiple(lines), lines] }
    },
    "value align body" => value(:align) { |random| %i[center end][random.rand(2)].then { |side| [side, side.to_s] } },
    "value indent_first body" => value(:indent_first) { |random|
      [1.5, 2.5][random.rand(2)].then { |length| [(length * 360_000).to_i, length * 72 / 2.54] }
    },
    "value space_after body" => value(:space_after) { |random| [6, 12][random.rand(2)].then { |points| [points * POINTS, points.to_f] } },
    "value indent_first heading_1" => value(:indent_first) { |_| [360_000, 72 / 2.54] },
    "value break_before heading_1" => value(:break_before) { |_| [false, nil] },
    "value line_spacing caption" => value(:line_spacing) { |_| [Norvel::Properties::LineSpacing.multiple(2.0), 2.0] },
    "direct_formatting" => value(:space_before) { |random| [(random.rand(5) + 1) * POINTS * 2, nil] },
    "guide_style" => value(:space_before) { |random| [(random.rand(5) + 1) * POINTS * 2, nil] },
    "colour" => value(:color, text: true) { |random| ["#c0392b", "#1f4e79"][random.rand(2)].then { |colour| [colour, colour] } },
    "contrast" => value(:color, text: true) { |_| ["#c8c8c8", nil] },
    "font_families" => value(:font_family, text: true) { |_| ["Verdana", "Verdana"] },
    "smaller_than_text" => value(:size, text: true) { |_| [20 * POINTS, 20.0] },
    "runs_of_spaces" => text("   ", nil),
    "line_breaks" => text("\n", nil),
    "space_before_punctuation" => text(" , ", nil),
    "tabs_at_start" => ->(manuscript, paragraph, _) { Error.new(Planted.written(manuscript, paragraph, "\t", at: 0), paragraph.id, nil) },
    "heading_full_stop" => ->(manuscript, paragraph, _) {
      Error.new(Planted.written(manuscript, paragraph, ".", at: paragraph.text.length), paragraph.id, nil)
    },
    "empty_paragraphs" => lambda do |manuscript, paragraph, _|
      blank = paragraph.with(id: manuscript.free_id, runs: [], carries: [])
      Error.new(manuscript.with_paragraphs(paragraph.id => [paragraph, blank]), blank.id, nil)
    end
  }.freeze
end
