# frozen_string_literal: true

# Guides as houses write them, made by a seed: paper, folios, chapters, contents, captions, sizes and spacing vary, and with them rules that
# ask for all of it.
class GeneratedGuides
  def initialize(seed)
    @random = Random.new(seed)
    @seed = seed
  end

  def yaml = @yaml ||= YAML.dump(data)

  def guide = @guide ||= Norvel::Guide.read(yaml)

  private

  def pick(*values) = values.sample(random: @random)

  def data
    parts = {"folio" => pick("bottom center", "bottom outer", "top outer", "top end", "bottom end"), "title_page" => "none",
             "front" => {"folios" => "lower_roman"}, "main" => {"folios" => "decimal", "start" => 1}, "chapters" => pick("page", "recto")}
    parts = parts.except("front", "main") if @random.rand < 0.2
    quoted = pick(30, 40, 60)
    size, spacing = pick("10 pt", "11 pt", "12 pt"), pick(1, 1.15, 1.5, 2)
    margins = {"top" => pick("2 cm", "2.5 cm", "1 in"), "bottom" => "2 cm", "start" => pick("2.5 cm", "3 cm", "1.25 in"), "end" => "2 cm",
               "header" => pick("1 cm", "1.25 cm"), "footer" => pick("1 cm", "1.25 cm", "0.75 cm")}
    depth = pick(1, 2, 3)
    {"guide" => "House #{@seed}", "version" => "1", "language" => pick("en-GB", "de-DE", "fr-FR", "es-ES"),
     "page" => {"paper" => pick("A4", "Letter"), "margins" => margins},
     "parts" => parts, "contents" => {"title" => "Contents", "levels" => depth}, "captions" => {"tables" => pick("above", "below"),
                                                                                                "counted" => true},
     "styles" => styles(size, spacing),
     "lists" => {"bullets" => {"name" => "House bullets", "levels" => [{"sign" => pick("•", "–"), "indent_start" => "1 cm",
                                                                        "indent_first" => "-0.5 cm"}]},
                 "numbers" => {"name" => "House numbers", "levels" => [{"format" => "decimal", "text" => pick("%1.", "%1)"),
                                                                        "indent_start" => "1 cm", "indent_first" => "-0.5 cm"}]}},
     "rules" => rules(parts, margins, quoted).each_with_index.map do |rule, index|
       {"id" => "r#{index}", "clause" => "Clause #{index}", "severity" => "must", **rule}
     end}
  end

  def styles(size, spacing)
    apart = pick({"indent_first" => "0.6 cm"}, {"space_after" => "8 pt"})
    {"base" => {"name" => "House base", "font_family" => pick("Times New Roman", "Arial", "Calibri"), "size" => size,
                "line_spacing" => spacing, "orphans" => 2, "widows" => 2},
     "body" => {"name" => "House text", **apart}, "title" => {"name" => "House title", "size" => "20 pt", "bold" => true,
                                                              "align" => "center", "next" => "body"},
     "author" => {"name" => "House author", "align" => "center"}, "date" => {"name" => "House date", "align" => "center"},
     "abstract" => {"name" => "House abstract"},
     "heading_1" => {"name" => "House chapter", "size" => "16 pt", "bold" => true, "space_after" => "12 pt", "break_before" => true,
                     "keep_next" => true, "next" => "body"},
     "heading_2" => {"name" => "House section", "size" => "14 pt", "bold" => true, "space_before" => "12 pt", "keep_next" => true,
                     "next" => "body"},
     "heading_3" => {"name" => "House part", "italic" => true, "space_before" => "12 pt", "keep_next" => true, "next" => "body"},
     "block_quotation" => {"name" => "House quotation", "indent_start" => "1 cm", "line_spacing" => 1},
     "list_item" => {"name" => "House list", "indent_start" => "1 cm", "indent_first" => "-0.5 cm"},
     "caption" => {"name" => "House caption", "line_spacing" => 1},
     "table_text" => {"name" => "House table", "line_spacing" => 1},
     "table_heading" => {"name" => "House table head", "parent" => "table_text", "bold" => true, "keep_next" => true},
     "reference_entry" => {"name" => "House reference", "indent_start" => "1 cm", "indent_first" => "-1 cm"},
     "footnote" => {"name" => "House note", "line_spacing" => 1},
     "contents_heading" => {"name" => "House contents heading", "bold" => true},
     "contents_entry" => {"name" => "House contents", "line_spacing" => 1}, "header" => {"name" => "House header"},
     "footer" => {"name" => "House footer"}}
  end

  def rules(parts, margins, quoted)
    [{"checks" => "paper", "paper" => "as said"}, {"checks" => "margins", "margins" => "as said"},
      {"checks" => "header_footer_distance", "header" => margins["header"], "footer" => margins["footer"]},
      {"checks" => "folio_place", "place" => parts["folio"]}, {"checks" => "folios_present"}, {"checks" => "folio_on_first_page"},
      *(parts["main"] ? [{"checks" => "folio_format", "of" => "main", "format" => "decimal", "start" => 1},
        {"checks" => "folio_format", "of" => "front", "format" => "lower_roman"}] : []),
      {"checks" => "chapter_start", "on" => parts["chapters"]}, {"checks" => "contents_present"}, {"checks" => "contents_current"},
      {"checks" => "heading_levels"}, {"checks" => "lone_section"}, {"checks" => "text_below_heading"},
      {"checks" => "short_block_quotations", "words" => quoted}, {"checks" => "long_quotations", "words" => quoted},
      {"checks" => "hanging_references"}, {"checks" => "captions_present", "of" => "tables"}, {"checks" => "caption_order"},
      {"checks" => "running_head", "holds" => pick(["title"], ["chapter"], ["title", "chapter"]), "side" => "top"},
      {"checks" => "heading_numbers", "numbered" => @random.rand < 0.5}, {"checks" => "sizes_in_order"}, {"checks" => "guide_style"},
      *%w[direct_formatting empty_paragraphs runs_of_spaces tabs_at_start line_breaks lists_by_style orphans_and_widows heading_at_foot
        document_language].map { |kind| {"checks" => kind} }]
  end
end
