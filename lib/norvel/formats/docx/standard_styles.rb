# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      levels = 1..9
      # The names that the standard has for styles (ISO/IEC 29500-1 §17.7.4.9). Contents fields and cross-references go by the `bound`
      # ones (§17.16.5).
      STANDARD_STYLES = StyleSheet::Standards.new(
        names: {
          paragraph: {
            title: "Title", subtitle: "Subtitle", header: "header", footer: "footer", caption: "caption", contents_heading: "TOC Heading",
            captions_entry: "table of figures", footnote: "footnote text",
            **levels.to_h { |level| [:"heading_#{level}", "heading #{level}"] },
            **levels.to_h { |level| [:"contents_entry_#{level}", "toc #{level}"] }
          },
          character: {emphasis: "Emphasis", strong: "Strong", note_mark: "footnote reference"}
        },
        bound: [:title, :subtitle, :header, :footer, :caption, :contents_heading, :captions_entry,
          *levels.flat_map { |level| [:"heading_#{level}", :"contents_entry_#{level}"] }]
      )
    end
  end
end
