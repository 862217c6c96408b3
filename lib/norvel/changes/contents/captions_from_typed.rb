# frozen_string_literal: true

module Norvel
  module Changes
    # Captions whose number is typed become real ones, word for word: their number is counted, so that a list of figures or tables finds
    # them. One whose number would come out otherwise stays as it is and is told. "paragraphs": ids, or "all"; captions above what they
    # belong to are kept with it, by a style of their own where theirs does not say so.
    class CaptionsFromTyped < Substitution
      takes paragraphs: :all

      Typed = Struct.new(:caption, :paragraph, :match, :counts)
      # The number itself, with what stands before it of a chapter's ("2.").
      LAST = /\A(?<before>.*?)(?<last>(?<!\d)\d++)\z/

      def carry_out(manuscript)
        able, = sorted(manuscript)
        raise NothingToChange, "No caption has a typed number that a counted one would be." if able.empty?

        counted = manuscript.with_paragraphs(able.to_h { |one| [one.paragraph.id, with_count(one)] })
        kept_with(counted, able.map(&:caption))
      end

      def told(before, after)
        made = after.paragraphs.count { |paragraph| Captions.kind_counted(paragraph) } - before.paragraphs.count do |paragraph|
          Captions.kind_counted(paragraph)
        end
        "Made #{counted(made, "typed caption")} real: #{(made == 1) ? "its number is" : "their numbers are"} counted."
      end

      def remarks(before, _after)
        left = sorted(before).last.map(&:paragraph)
        [remark(left, "1 caption keeps its typed number: it does not follow from the ones before.",
          "%d captions keep their typed numbers: they do not follow from the ones before.")].compact
      end

      private

      # @return [Array(Array<Typed>, Array<Typed>)] those that come out as they are, and the others
      def sorted(manuscript)
        found = typed(manuscript)
        found.partition { |one| one.counts }
      end

      def typed(manuscript)
        ids = (parameters["paragraphs"] == "all") ? nil : parameters.fetch("paragraphs").map(&:to_i)
        all = Captions.new(manuscript, Roles.new(manuscript)).all
        names = names(all)
        numbers = Hash.new(0)
        chapters = {}
        all.filter_map do |caption|
          paragraph = manuscript.paragraph(caption.paragraph)
          match = paragraph.text.match(Captions::BEGINS)
          number = match && match[:number].match(LAST)
          name = caption.counted || names[[caption.kind, plain(caption.label)]]
          if number && number[:before] != chapters[name]
            numbers[name] = 0 unless number[:before].empty?
            chapters[name] = number[:before]
          end
          follows = number && number[:last].to_i == numbers[name] + 1
          numbers[name] += 1 if follows || !caption.typed?
          asked = ids.nil? || ids.include?(caption.paragraph)
          next unless caption.typed? && match && asked

          Typed.new(caption, paragraph, match, follows ? [name, number] : nil)
        end
      end

      # Captions of one kind count under one name: the commonest of their labels that is no abbreviation.
      def names(all)
        all.group_by(&:kind).each_with_object({}) do |(kind, captions), found|
          labels = captions.filter_map { |caption| caption.counted || (caption.label && plain(caption.label)) }.tally
          whole = labels.select { |label, _| label.length > 4 }
          name = (whole.empty? ? labels : whole).max_by { |_, count| count }&.first
          labels.each_key { |label| found[[kind, label]] = (kind == :other) ? label : name }
        end
      end

      def plain(label) = label.to_s.delete(".").capitalize

      def with_count(one)
        name, number = one.counts
        from = one.match.begin(:number) + number[:before].length
        like = one.paragraph.runs_in(from, from + 1).first
        refers = Manuscript::Reference.new(what: :count, to: name, resets: number[:before].empty? ? nil : 1)
        run = Manuscript::Run.new(text: number[:last], style: like.style, properties: like.properties, generated: true, refers: refers)
        to = from + number[:last].length
        paragraph = one.paragraph
        paragraph.with(carries: paragraph.carries | [:field],
          runs: paragraph.runs_in(0, from) + [run] + paragraph.runs_in(to, paragraph.text.length))
      end

      # A caption above its table or figure is kept with it.
      def kept_with(manuscript, captions)
        above = captions.select { |caption| caption.position == :above }.map { |caption| manuscript.paragraph(caption.paragraph) }
        cascade = Cascade.new(manuscript)
        loose = above.reject { |paragraph| cascade.paragraph(paragraph)[:keep_next] }
        loose.group_by(&:style).reduce(manuscript) do |now, (id, paragraphs)|
          sheet = now.sheet
          style = above_style(sheet, id)
          sheet = sheet.with_style(style) unless sheet[style.id]
          now.with(sheet: sheet).with_paragraphs(paragraphs.to_h { |paragraph| [paragraph.id, paragraph.with(style: style.id)] })
        end
      end

      def above_style(sheet, id)
        name = "#{sheet[id]&.name} above".strip
        sheet.named(name) ||
          StyleSheet::Style.new(id: sheet.free_id(name), name: name, parent: id, properties: {keep_next: true}, from_file: false)
      end
    end
  end
end
