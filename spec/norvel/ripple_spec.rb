# frozen_string_literal: true

# For random changes, what the ripple says equals what differs after the change.
RSpec.describe Norvel::Changes::Ripple do
  let(:choices) do
    {"size" => ["9 pt", "13 pt", "18 pt"], "indent_first" => ["0 cm", "1 cm"], "space_after" => ["0 pt", "10 pt"],
     "line_spacing" => ["1", "1.5", "exactly 15 pt"],
     "align" => %w[start justify center], "keep_next" => %w[yes no], "color" => ["#b3261e"], "font_family" => %w[Cambria Arial]}
  end

  def random_operation(manuscript, random)
    ids = manuscript.paragraphs.sample(random.rand(1..40), random: random).map(&:id)
    style = manuscript.sheet.of_kind(:paragraph).map(&:id).sample(random: random)
    values = choices.keys.sample(random.rand(1..3), random: random).to_h { |name| [name, choices[name].sample(random: random)] }
    [["change_style", {"style" => style, "values" => values}], ["apply_style", {"style" => style, "paragraphs" => ids}],
      ["remove_direct_formatting", {"paragraphs" => ids}],
      ["format_here", {"paragraphs" => ids, "values" => values}], ["make_list", {"paragraphs" => ids, "kind" => "numbers"}],
      ["split_paragraph", {"paragraph" => ids.first, "at" => 5}],
      [
        "swap_sheet", {"sheet" => Norvel::KeptSheet.of_guide(Norvel::Guide.find("marrowby-handbook")).dump,
                       "mapping" => {manuscript.sheet.default_id => "Handbookbase"}}
      ],
      ["edit_text", {"paragraph" => ids.first, "text" => "#{manuscript.paragraph(ids.first).text} and more"}],
      ["remove_empty_paragraphs", {"paragraphs" => ids}]].sample(random: random).then do |name, parameters|
        Norvel::Changes.build(name, parameters)
      end
  end

  # Every resolved value of every paragraph and of each of its letters' stretches, worked out afresh.
  def everything(manuscript)
    cascade = Norvel::Cascade.new(manuscript)
    names = ->(target) { Norvel::Properties.of(target).map(&:name) }
    (manuscript.paragraphs + manuscript.note_paragraphs).to_h do |paragraph|
      [paragraph.id, [paragraph.text, cascade.paragraph(paragraph).values(names[:paragraph]),
        cascade.mark(paragraph).values(names[:text]), paragraph.runs.map { |run| cascade.run(paragraph, run).values(names[:text]) }]]
    end
  end

  %w[boat-shed-handbook.docx quayside-notice.docx].each do |name|
    it "tells the truth about random changes of #{name}" do
      now = came(name)
      Share.count(30, 12).times do |seed|
        operation = random_operation(now, Random.new(seed))
        after = operation.call(now)
        before_layout, after_layout = layout(now), layout(after)
        ripple = described_class.between(before_layout, after_layout)
        old, new = everything(now), everything(after)
        expect(ripple.paragraphs).to match_array((old.keys | new.keys).reject { |id| old[id] == new[id] })
        expect(ripple.labels).to match_array((before_layout.labels.keys | after_layout.labels.keys).select { |id|
          new[id] && before_layout.labels[id] != after_layout.labels[id]
        })
        expect([ripple.pages_before, ripple.pages_after]).to eq([before_layout.pages.size, after_layout.pages.size])
        ends = ->(one) {
          one.pages.map do |page|
            page.placed.reverse.find { |placed| %i[body cell].include?(placed.area) }&.then do |placed|
              [placed.paragraph.id, placed.line.end]
            end
          end
        }
        expect(ripple.moved).to eq(ends[before_layout].zip(ends[after_layout])
          .each_index.select { |index| ends[before_layout][index] != ends[after_layout][index] }.map { |index| index + 1 })
        now = after if seed.even?
      end
    end
  end
end
