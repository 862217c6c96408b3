# frozen_string_literal: true

require_relative "manuscripts"
require_relative "../../lib/norvel/report"

# Rows of random changes over a manuscript, from a seed: each that is not refused is laid out and written down as the ledger does it, every
# tenth state is delivered and read back. What a change leaves that cannot be delivered should have been refused.
class RandomWalk
  LINES = ["12 pt, bold", "centred", "italic, 14 pt", "1 cm indent", "12 pt before", "justified, lines 1.5", "keep with next"].freeze
  VALUES = [{"bold" => "yes"}, {"align" => "center"}, {"size" => "13 pt"}, {"indent_start" => "1 cm"},
    {"space_before" => "12 pt"}, {"break_before" => "yes"}, {"line_spacing" => "1.5"},
    {"tabs" => "3 cm, 9 cm end with dot leader"}, {"borders" => "bottom 1 pt double"},
    {"font_family" => "Arial"}, {"indent_first" => ""}].freeze

  CHANGES = {
    apply: ->(w) { ["apply_style", {"style" => w.style, "paragraphs" => w.some}] },
    bare: ->(w) { ["remove_direct_formatting", {"paragraphs" => w.some_or_all}] },
    here: ->(w) { ["format_here", {"paragraphs" => w.some, "values" => w.pick(VALUES)}] },
    words: ->(w) { ["format_here", {"text" => [w.words].compact, "values" => w.pick(VALUES.first(3))}] },
    change: ->(w) { ["change_style", {"style" => w.style, "values" => w.pick(VALUES)}] },
    restyle: ->(w) { ["restyle", {"lines" => ["#{w.name}: #{w.pick(LINES)}"]}] },
    made: ->(w) {
      ["define_style", {"id" => "Made#{w.number}", "name" => "Made #{w.number}", "parent" => w.style, "values" => w.pick(VALUES)}]
    },
    renamed: ->(w) { ["rename_style", {"style" => w.style, "name" => "Name #{w.number}"}] },
    hung: ->(w) { ["hang_style", {"style" => w.style, "parent" => w.style}] },
    deleted: ->(w) { ["delete_style", {"style" => w.style, "replacement" => w.style}] },
    unused: ->(_) { ["remove_unused_styles", {}] },
    adopt: ->(w) { ["adopt_look", {"paragraph" => w.some.first}] },
    everywhere: ->(_) { ["adopt_everywhere", {}] },
    blank: ->(w) { ["remove_empty_paragraphs", {"paragraphs" => w.some_or_all}] },
    gaps: ->(w) { ["replace_blank_lines", {"paragraphs" => w.some_or_all}] },
    spaces: ->(w) { ["tidy_white_space", {"paragraphs" => w.some_or_all}] },
    lists: ->(w) { ["lists_from_typed", {"paragraphs" => w.some_or_all}] },
    numbers: ->(w) { ["headings_from_typed", {"paragraphs" => w.some_or_all}] },
    numbered: ->(w) { ["number_headings", {"scheme" => w.pick(["1, 1.1, 1.1.1", "I., A., 1.", "none"])}] },
    list: ->(w) { ["make_list", {"paragraphs" => w.some, "kind" => w.pick(%w[numbers letters bullets])}] },
    deeper: ->(w) { ["shift_items", {"paragraphs" => w.some, "by" => w.pick([1, -1])}] },
    restart: ->(w) { ["restart_numbers", {"paragraph" => w.some.first}] },
    goes_on: ->(w) { ["continue_numbers", {"paragraph" => w.some.first}] },
    shift: ->(w) { ["shift_headings", {"paragraphs" => w.some.first(1), "by" => w.pick([1, -1])}] },
    swap: ->(w) { w.swap },
    tidy: ->(w) { w.tidied },
    kept: ->(w) { w.look_kept },
    tables: ->(_) { ["dress_tables", {}] },
    contents: ->(w) { ["make_contents", {"before" => w.block, "title" => "Contents", "levels" => 3}] },
    figures: ->(w) { ["make_contents", {"before" => w.block, "title" => "Figures", "of" => "Figure"}] },
    current: ->(_) { ["update_contents", {}] },
    captions: ->(w) { ["captions_from_typed", {"paragraphs" => w.some_or_all}] },
    page: ->(w) { ["set_page_design", {"paper" => w.pick(%w[A4 A5]), "margin" => {"top" => w.pick(["2 cm", "2.54 cm"])}}] },
    begins: ->(w) { ["begin_part", {"paragraph" => w.block}] },
    joined: ->(w) { ["join_parts", {"part" => w.part}] },
    lies: ->(w) { ["landscape_page", {"paragraph" => w.block}] },
    part: ->(w) {
      ["set_part", {"parts" => [w.part], "begins" => w.pick(%w[page recto here]), "columns" => w.pick([1, 2]),
                    "folio" => {"format" => w.pick(%w[decimal lower_roman]), "start" => 1}}]
    },
    folios: ->(w) {
      ["set_folios", {"place" => w.pick(["bottom center", "bottom outer", "top end", "none"]), "first" => w.pick([true, false])}]
    },
    head: ->(w) {
      [
        "set_running_head", {
          "side" => w.pick(%w[top bottom]), "kind" => w.pick(%w[default first even]), "text" => w.pick(["{title}\t{folio}", "Report", ""])
        }
      ]
    },
    academic: ->(w) { ["academic_parts", {"main" => w.block, "place" => "bottom center"}] },
    run_in: ->(w) { ["set_run_in", {"paragraphs" => w.some.first(1), "run_in" => w.pick([true, false])}] },
    from_words: ->(w) { ["run_in_from_words", {"text" => [w.opening].compact, "style" => w.style}] },
    edit: ->(w) { ["edit_text", {"paragraph" => w.some.first, "text" => w.pick(["Other words stand here.", "", "A\tB\nC"])}] },
    replace: ->(w) { ["replace_text", {"find" => w.pick(%w[the a e]), "replace" => w.pick(["THE", "", "an ä"])}] },
    split: ->(w) { ["split_paragraph", {"paragraph" => w.some.first, "at" => w.number % 40}] },
    join: ->(w) { ["join_paragraphs", {"paragraph" => w.some.first}] },
    insert: ->(w) { ["insert_paragraph", {"paragraph" => w.some.first, "text" => "New words."}] },
    taken_out: ->(w) { ["delete_paragraphs", {"paragraphs" => w.some.first(2)}] },
    move: ->(w) { ["move_paragraphs", {"paragraphs" => w.some.first(1), "by" => w.pick([1, -1])}] },
    paste: ->(w) {
      [
        "paste_text", {
          "paragraph" => w.some.first, "blocks" => [
            {"role" => "heading_2", "runs" => [["Pasted", []]]}, {"role" => "body", "runs" => [["and ", ["italic"]], ["more", []]]}
          ]
        }
      ]
    },
    accept: ->(_) { ["accept_revisions", {"revisions" => "all"}] },
    info: ->(w) { ["set_info", {"title" => "Title #{w.number}", "author" => w.pick(["Ada Verrill", ""])}] },
    like: ->(w) { ["match_example", {"paragraphs" => w.some, "example" => w.some.first}] },
    over: ->(w) { ["start_over", {"style" => w.style}] },
    breaks: ->(_) { ["drop_page_breaks", {"paragraphs" => "all"}] },
    hyphens: ->(w) { ["set_hyphenation", {"on" => w.pick([true, false])}] }
  }.freeze

  attr_reader :manuscript, :log, :made

  # @param source [String] bytes of a file @param seed [Integer] @param name [String, nil] of the file
  def initialize(source, seed, name: nil)
    @source = source
    @random = Random.new(seed)
    @manuscript = @original = Norvel::Formats.read(source, name: name)
    @store = Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)
    @log = []
    @differences = []
    @made = 0
  end

  # @param steps [Integer]
  # @return [String, nil] what went wrong, with the changes that led to it
  def go(steps, every: 10)
    steps.times { |step| one(step, every) }
    again = @differences.reduce(@original) { |now, data| Norvel::Changes::Difference.apply(now, JSON.parse(data)) }
    return fault("the ledger leads elsewhere") unless again == manuscript

    fault("undone, it is another file") unless Norvel::Formats.write(@original, source: @source) == @source
  rescue Norvel::FileError => error
    fault("not delivered: #{error.message}")
  rescue => error
    fault("#{error.class}: #{error.message.lines.first.to_s[0, 160]} at #{error.backtrace.first(2).join(" < ")}")
  end

  def pick(list) = list.empty? ? nil : list[@random.rand(list.size)]

  def number = @random.rand(10_000)

  def some
    paragraphs = manuscript.paragraphs
    raise Norvel::NothingToChange, "There is no paragraph." if paragraphs.empty?

    from = @random.rand(paragraphs.size)
    paragraphs[from, 1 + @random.rand(4)].map(&:id)
  end

  def some_or_all = (@random.rand(2).zero? ? some : "all")

  def block = (pick(manuscript.blocks.grep(Norvel::Manuscript::Paragraph)) or raise Norvel::NothingToChange, "There is no paragraph.").id

  def style = pick(manuscript.sheet.of_kind(:paragraph)).id

  def name = pick(manuscript.sheet.of_kind(:paragraph)).name

  def part = @random.rand(manuscript.sections.size)

  def words
    paragraph = pick(manuscript.paragraphs) or raise Norvel::NothingToChange, "There is no paragraph."
    from = @random.rand([paragraph.text.length, 1].max)
    [paragraph.id, from, [from + 1 + @random.rand(12), paragraph.text.length].min] if from < paragraph.text.length
  end

  def opening
    paragraph = pick(manuscript.paragraphs) or raise Norvel::NothingToChange, "There is no paragraph."
    [paragraph.id, 0, [1 + @random.rand(20), paragraph.text.length].min]
  end

  def guide = Norvel::Guide.find(pick(Norvel::Guide.shipped))

  def swap
    kept = Norvel::KeptSheet.of_guide(guide)
    mapping = manuscript.sheet.of_kind(:paragraph).first(3).to_h do |own|
      [own.id, pick(["", *kept.styles.values.select { |style| style.kind == :paragraph }.map(&:id)])]
    end
    ["swap_sheet", {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => mapping}]
  end

  def tidied
    operation = Norvel::Plan.new(manuscript, guide).operation or raise Norvel::NothingToChange, "nothing"
    [operation.class.operation_name, operation.parameters]
  end

  def look_kept
    operation = Norvel::Plan::Keeping.new(manuscript).operation or raise Norvel::NothingToChange, "nothing"
    [operation.class.operation_name, operation.parameters]
  end

  # A change by chance, as a ledger takes it.
  # @param now [Norvel::Manuscript] @param kind [Symbol] of change
  # @return [Norvel::Changes::Operation]
  def change_of(now, kind = pick(CHANGES.keys - [:over]))
    @manuscript = now
    name, given = CHANGES.fetch(kind).call(self)
    Norvel::Changes.build(name, JSON.parse(JSON.generate(given)))
  end

  private

  def one(step, every)
    kind = pick(CHANGES.keys)
    kind = pick(CHANGES.keys) if kind == :over && step < 50
    name, given = CHANGES.fetch(kind).call(self)
    operation = Norvel::Changes.build(name, JSON.parse(JSON.generate(given)))
    after = operation.call(manuscript)
    Norvel::Formats.refuse_undeliverable(manuscript, after)
    operation.told(manuscript, after)
    data = JSON.generate(Norvel::Changes::Difference.between(manuscript, after))
    @log << [name, %i[swap tidy kept].include?(kind) ? "…" : given]
    Norvel::Layout.new(after, store: @store)
    @differences << data
    @made += 1
    @manuscript = after
    Norvel::Formats.write(after, source: @source) if (@made % every).zero?
  rescue Norvel::FileError
    raise
  rescue Norvel::Error # refused
    nil
  end

  def fault(said) = "#{said}\n#{log.last(12).map { |name, given| "  #{name} #{given.to_s[0, 160]}" }.join("\n")}"
end
