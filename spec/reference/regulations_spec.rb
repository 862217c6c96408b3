# frozen_string_literal: true

require "open3"

# Three regulations as houses write them, and manuscripts that meet them, written by python-docx (regulations/thesis.py) with nothing of
# Norvel in it; then one error in each of 79. Every error is found by the clause that speaks of it, nothing else is, and what mends it
# does (of every second; with NORVEL_ALL of all).
RSpec.describe Norvel::Guide, :reference do
  regulations = File.expand_path("regulations", __dir__)

  # Which clauses speak of an error, where it is not one alone, or where its name does not say it.
  expected = {
    "ashgarth" => {
      "paper" => "paper", "margin" => "margins", "main_roman" => "main", "main_goes_on" => "main", "front_arabic" => "front",
      "folio_on_title" => "title-folio", "folio_place" => "folio-place", "body_size" => "size", "body_font" => "font",
      "body_spacing" => "double", "bold_words" => "emphasis", "underlined" => "emphasis", "heading_size" => "headings-larger",
      "heading_stop" => "no-stop", "heading_skipped" => "levels", "abstract_long" => "abstract", "title_words" => "title-words",
      "chapter_here" => "chapters", "page_by_hand" => "chapters no-page-break", "blank_lines" => "blank", "tab_first" => "tabs",
      "long_quotation" => "long-quotations", "short_quotation" => "short-quotations", "quotation_spacing" => "single",
      "references_flush" => "hanging", "references_order" => "order", "not_cited" => "cited", "not_listed" => "cited",
      "caption_side" => "caption-place", "not_named" => "named", "table_small" => "tables"
    },
    "quayside" => {
      "header" => "distance", "folio_words" => "folio-words", "no_running_head" => "head", "body_align" => "align", "red" => "colour",
      "pale" => "colour contrast", "heading_smaller" => "sizes", "heading_space" => "below-heading", "two_titles" => "title",
      "heading_empty" => "text-below", "two_spaces" => "spaces", "line_break" => "breaks", "space_before_comma" => "commas",
      "three_dots" => "ellipsis", "typed_list" => "lists", "no_caption" => "captions", "caption_word" => "caption-form",
      "caption_number" => "caption-order", "no_head_row" => "head-rows", "no_alternative" => "alternatives", "no_title" => "file-title",
      "revision" => "revisions", "link_here" => "links", "leader" => "leaders", "contents_flat" => "leaders", "wide_figure" => "inside"
    },
    "hafenbau" => {
      "margin" => "rand", "main_roman" => "haupt", "folio_words" => "zahl", "folio_place" => "ort", "body_spacing" => "zeilen",
      "body_align" => "block", "body_size" => "grad", "underlined" => "kursiv", "heading_smaller" => "grade", "heading_skipped" => "ebenen",
      "chapter_here" => "kapitel", "blank_lines" => "leer", "two_spaces" => "doppelt", "hyphen_for_dash" => "striche",
      "loose_unit" => "einheit", "wrong_marks" => "zeichen", "long_quotation" => "zitate", "caption_word" => "legende",
      "caption_side" => "legende-ort", "references_order" => "folge", "no_alternative" => "bilder", "widows_off" => "allein"
    }
  }
  # What only a person can mend: words, their order, what a picture shows.
  by_hand = %w[abstract no-stop levels title-words long-quotations short-quotations order cited caption-place named no-page-break title
    text-below commas ellipsis captions caption-form alternatives revisions links inside striche einheit zeichen zitate legende legende-ort
    folge ebenen bilder]
  # What a fix writes anew because it is asked to: what stands with a folio, a number that is counted.
  rewritten = %w[folio-words zahl caption-order]

  before(:context) do
    @folder = Dir.mktmpdir
    said, status = Open3.capture2e("/usr/bin/python3", File.join(regulations, "thesis.py"), @folder)
    raise said unless status.success?
  end
  after(:context) { FileUtils.rm_rf(@folder) }

  def examined(manuscript) = Norvel::Examination.new(manuscript)

  def file(name, error) = read(File.binread(File.join(@folder, name, "#{error}.docx")))

  expected.each do |name, errors|
    it "finds in files for #{name} what is wrong by its clause and nothing else, and mends it" do
      guide = described_class.read(File.read(File.join(regulations, "#{name}.yml")))
      expect(examined(file(name, "clean")).check(guide).open_findings.map { |one| [one.rule, one.message] }).to eq([])
      found = errors.to_h { |error, _| [error, examined(file(name, error))] }
      clauses = found.transform_values { |one| one.check(guide).open_findings.map(&:rule).uniq.sort.join(" ") }
      expect(clauses).to eq(errors)
      tried = Share.every(found, 2)
      wrong = tried.flat_map { |error, one| errors[error].split.map { |rule| [error, rule, what_is_wrong(one, guide, rule, rewritten)] } }
      expect(wrong.reject { |_, rule, said| said == (by_hand.include?(rule) ? "no fix" : nil) }).to eq([])
    end
  end

  # @return [String, nil] what is wrong with the best fix of a rule's first finding
  def what_is_wrong(one, guide, rule, rewritten)
    findings = one.check(guide).open_findings
    fix = Norvel::Examination::Fixes.new(one, guide, findings.find { |finding| finding.rule == rule }).best or return "no fix"
    after = fix.operation.call(one.manuscript)
    left = examined(after).check(guide).open_findings
    return "#{findings.size} findings, then #{left.size}: #{left.map(&:rule).tally}" unless left.size < findings.size
    return "brings #{(left.map(&:rule) - findings.map(&:rule)).uniq}" if (left.map(&:rule) - findings.map(&:rule)).any?

    "words differ" unless rewritten.include?(rule) || Norvel::ListLabels.same_words?(one.manuscript, after)
  end
end
