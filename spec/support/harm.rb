# frozen_string_literal: true

# What a clean-up did to the structure of a manuscript that it should have left alone, told by how it comes out before and after.
class Harm
  # @param before [Norvel::Manuscript] @param after [Norvel::Manuscript] @param lines [Array<Genres::Line>] what each paragraph was
  def initialize(before, after, lines)
    @before = before
    @after = after
    @lines = before.paragraphs.zip(lines).to_h { |paragraph, line| [paragraph.id, line] }
    @was, @is = [before, after].map { |manuscript| Norvel::Layout.new(manuscript) }
  end

  # @return [Array<String>] nothing where no structure was touched
  def to_a
    [*joined_or_divided, *@before.paragraphs.reject(&:blank?).flat_map { |paragraph| of_one(paragraph) }, *gaps,
      *("#{@after.sections.size} parts, of #{@before.sections.size}" if @after.sections.size > @before.sections.size),
      *("a list of contents" if @after.contents.size > @before.contents.size)]
  end

  private

  # A paragraph as it is read: its label and its words; one bullet is as good as another.
  def read(layout, paragraph) = "#{layout.labels[paragraph.id]} #{paragraph.text}".gsub(/[[:space:]]+/, " ").strip.sub(/\A[–—•*-] /, "• ")

  def joined_or_divided
    was, is = [[@was, @before], [@is, @after]].map do |layout, manuscript|
      manuscript.paragraphs.reject { |one| one.blank? || manuscript.listed.include?(one.id) }.map { |one| read(layout, one) }
    end
    (was - is).map { |text| "gone: #{text[0, 60]}" } + (is - was).map { |text| "new: #{text[0, 60]}" }
  end

  def of_one(paragraph)
    now = @after.paragraph(paragraph.id) or return ["not there any more: #{paragraph.text[0, 40]}"]
    line = @lines[paragraph.id]
    roles = line.roles || []
    level = @is.cascade.paragraph(now)[:outline_level]
    list = @is.cascade.numbering(now)
    [("a heading: #{paragraph.text[0, 50]}" if level && line.roles && roles.none? { |role| role.to_s.match?(/heading|title/) }),
      ("an item of a list: #{paragraph.text[0, 50]}" if list && line.roles && !roles.include?(:list_item) && level.nil?),
      ("no deeper than the line above any more: #{paragraph.text[0, 50]}" if deeper?(@was, paragraph) && !deeper?(@is, now)),
      ("runs in: #{paragraph.text[0, 50]}" if now.run_in),
      ("its indent is gone: #{paragraph.text[0, 50]}" if line.keeps && list.nil? && indent(@was, paragraph) != indent(@is, now))].compact
  end

  # Whether a line of verse stands deeper than the one before it.
  def deeper?(layout, line)
    above = layout.manuscript.paragraphs[layout.manuscript.index_of(line.id) - 1]
    return false unless [above, line].all? { |one| @lines[one.id]&.roles == [:verse] }

    set = [above, line].map { |one| layout.cascade.paragraph(one).then { |values| values[:indent_start] + values[:indent_first] } }
    set.last > set.first + 50_000
  end

  def indent(layout, paragraph)
    values = layout.cascade.paragraph(paragraph)
    [values[:indent_start].positive?, values[:indent_first] <=> 0, %i[end right].include?(values[:align])]
  end

  # Where a blank line meant something there is room still; between stanzas more than between their lines.
  def gaps
    @before.paragraphs.each_cons(2).filter_map do |above, blank|
      next unless @lines[blank.id].keeps && blank.blank? && !above.blank?
      next if @after.paragraph(blank.id) || (!within_verse?(above) && room?(above))

      "the space of a blank line is gone: after #{above.text[0, 40]}"
    end
  end

  def within_verse?(above)
    below = @before.paragraphs.drop(@before.index_of(above.id) + 1).find { |paragraph| !paragraph.blank? }
    [above, below].compact.map { |paragraph| @lines[paragraph.id].roles } == [[:verse]] * 2
  end

  def room?(above)
    here = @after.paragraphs.index { |paragraph| paragraph.id == above.id } or return false
    below = @after.paragraphs[here + 1] or return true
    [@is.cascade.paragraph(@after.paragraphs[here])[:space_after], @is.cascade.paragraph(below)[:space_before]].max >= 50_000
  end
end
