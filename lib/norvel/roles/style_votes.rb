# frozen_string_literal: true

module Norvel
  class Roles
    # What a paragraph's style says of its role: the heading level by the property, otherwise the name.
    class StyleVotes
      NAMES = [
        [/\A(sub ?title|untertitel|sous.?titre|subt(?:i|í)tulo)\b/i, :subtitle], [/\A(title|titel|titre|t(?:i|í)tulo)\b/i, :title],
        [/\A(author|verfasser|autor|auteur)/i, :author], [/abstract|zusammenfassung|r(?:é|e)sum(?:é|e)|resumen/i, :abstract],
        [/quot|zitat|citation|cita\b/i, :block_quotation], [/caption|beschriftung|l(?:é|e)gende|leyenda/i, :caption],
        [/\A(toc|contents|table of (figures|contents)|verzeichnis)\s*\d|contents entry/i, :contents_entry],
        [/(toc|contents|inhaltsverzeichnis).*(heading|title|berschrift)/i, :contents_heading],
        [/bibliograph|reference|literatur/i, :reference_entry], [/footnote text|endnote text|fu(ß|ss)notentext/i, :footnote],
        [/code|source|listing|preformatted|quelltext/i, :code], [/list|aufz(?:ä|a)hlung|liste|bullet/i, :list_item],
        [/verse|poem/i, :verse],
        [/\Aset apart/i, :other], [/table.*(head|title)/i, :table_heading], [/table.*(text|contents)/i, :table_text],
        [/signature|closing|unterschrift/i, :signature], [/form field/i, :form_field], [/\b(date|datum|fecha)\b/i, :date],
        [/\b(author|autor|auteur|verfasser)\b/i, :author],
        [/body|textk(?:ö|o)rper|corps|cuerpo|first paragraph|text indent|\btext\b/i, :body]
      ].freeze

      LONG = 200 # letters
      DOUBT = 0.4

      def initialize(manuscript, cascade)
        @manuscript = manuscript
        @cascade = cascade
        @by_style = {}
      end

      # @return [Array<Vote>]
      def for(paragraph)
        votes = @by_style[paragraph.style] ||= style_votes(paragraph.style)
        direct = paragraph.properties[:outline_level]&.nonzero?
        if paragraph.run_in
          return [Vote.new(role: :run_in_heading, weight: 0.95,
            reason: "is a heading that the next paragraph goes on from in the same line")]
        end

        votes = votes.map { |vote| doubtful?(paragraph, vote) ? vote.with(weight: DOUBT) : vote }
        direct ? [Vote.new(role: heading(direct), weight: 0.85, reason: "has heading level #{direct} set by hand")] : votes
      end

      # @param id [String] of a paragraph style
      # @return [Vote, nil] what its level or name says of it
      def of_style(id) = style_votes(id).first

      private

      # Running text that was given a heading's style, or that of a list without being an item, is of another role.
      def doubtful?(paragraph, vote)
        return paragraph.text.length > LONG && paragraph.text[/(?<!\W)\W++\z/].to_s.match?(/[.!?]/) if vote.role.start_with?("heading_")

        vote.role == :list_item && @cascade.numbering(paragraph).nil? &&
          TypedLabels.readings(paragraph).empty? && paragraph.text.length > LONG
      end

      def style_votes(id)
        style = @manuscript.sheet[id] or return []
        level = @manuscript.sheet.level_of(style)
        return [Vote.new(role: heading(level), weight: 0.95, reason: "its style “#{style.name}” has heading level #{level}")] if level

        role = NAMES.find { |pattern, _| [style.file_name, style.name].any? { |name| name.match?(pattern) } }&.last
        return [] unless role

        [Vote.new(role: role, weight: (role == :body) ? 0.6 : 0.9, reason: "its style is called “#{style.name}”")]
      end

      def heading(level) = :"heading_#{[level, 6].min}"
    end
  end
end
