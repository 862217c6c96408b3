# frozen_string_literal: true

module Norvel
  # An empty manuscript in a guide's page design and styles, as a file: where writing from scratch begins.
  module Template
    BEGINNING = %i[title heading_1 body].freeze # roles whose style the first paragraph may have

    module_function

    # @param guide [Guide]
    # @return [String] the bytes of a .docx file with one empty paragraph, in the style of the title where the guide has one
    def bytes(guide)
      bare = Formats.bare
      kept = KeptSheet.of_guide(guide)
      page = {"paper" => guide.page[:paper], "margin" => guide.page[:margins]}.compact
      blank = Formats.read(bare)
      steps = [["swap_sheet", {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => kept.beneath ? {} : {blank.sheet.default_id => kept.default_id}}]]
      steps << ["set_page_design", JSON.parse(JSON.generate(page))] unless page.empty?
      dressed = steps.reduce(blank) { |now, (name, parameters)| Changes.build(name, parameters).call(now) }
      Formats.write(started(dressed, guide), source: bare)
    end

    def started(manuscript, guide)
      style = BEGINNING.filter_map { |role| guide.styles.dig(role, :name) }.filter_map { |name| manuscript.sheet.named(name) }.first
      style ? Changes.build("apply_style", "style" => style.id, "paragraphs" => "all").call(manuscript) : manuscript
    end
    private_class_method :started
  end
end
