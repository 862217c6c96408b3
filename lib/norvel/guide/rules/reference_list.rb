# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # References stand with a hanging indent.
      class HangingReferences < Rule
        checks "hanging_references", area: :structure
        takes :indent, :length, says: "how far", example: "1.25 cm"
        takes :tolerance, :length, default: 18_000, says: "how far it may be off"
        LEAST = 38_100 # EMU: 3 pt
        USUAL = 457_200 # EMU: 36 pt, where neither rule nor sheet says how far
        learned :entries do |examples|
          entries = examples.flat_map do |example|
            example.roles.in(:reference_entry).map { |one| example.cascade.paragraph(one)[:indent_first] }
          end
          indent = Habit.commonest(entries).to_i
          indent.negative? ? [[{"indent" => Properties[:indent_first].show(-indent)}]] : []
        end

        def sentence = "References have a hanging indent#{" of #{Lengths.show(given(:indent), "cm")}" if given(:indent)}."

        def applies?(context) = context.roles.in(:reference_entry).any?

        def findings(context)
          within(context, context.roles.in(:reference_entry)).filter_map do |paragraph|
            own = -context.cascade.paragraph(paragraph)[:indent_first]
            next if hanging?(own)

            wanted = given(:indent) || USUAL
            finding(context, paragraph: paragraph, expected: given(:indent) ? Lengths.show(given(:indent), "cm") : "a hanging indent",
              measured: Lengths.show([own, 0].max, "cm"), expected_value: Lengths.points(wanted), measured_value: Lengths.points(own),
              unit: "pt",
              message: "The hanging indent of this reference is #{Lengths.show([own, 0].max, "cm")}.",
              fix: fix(context, paragraph, wanted))
          end
        end

        private

        def fix(context, paragraph, wanted)
          first = by_the_sheet(context, paragraph, :indent_first, -wanted) { |own| hanging?(-own) }
          start = by_the_sheet(context, paragraph, :indent_start, -first) { |own| own >= -first }
          remedies(context, paragraph, {indent_start: start, indent_first: first}) do |name, own|
            (name == :indent_first) ? hanging?(-own) : own >= -first
          end
        end

        def hanging?(own) = given(:indent) ? (own - given(:indent)).abs <= given(:tolerance) : own >= LEAST
      end

      # References in alphabetical order, unless they are numbered.
      class ReferencesOrder < Rule
        checks "references_order", area: :structure
        learned :entries

        def sentence = "References are in alphabetical order."

        def applies?(context) = entries(context).size > 1

        def findings(context)
          entries(context).each_cons(2).filter_map do |one, other|
            next if key(one.text) <= key(other.text)

            finding(context, paragraph: other, expected: "before “#{one.text[0, 24].strip}”", measured: "after it",
              message: "“#{other.text[0, 24].strip}” stands after “#{one.text[0, 24].strip}”.")
          end
        end

        private

        def entries(context)
          all = within(context, context.roles.in(:reference_entry))
          (all.count { |paragraph|
            paragraph.text.match?(/\A\s*(?:\[?\d+[\].)]|\(\d+\))/) || context.layout.labels[paragraph.id]
          } * 2 > all.size) ? [] : all
        end

        # Letters without accents, as far as the first full stop or bracket (common practice, no source).
        def key(text) = text.unicode_normalize(:nfkd).gsub(/\p{Mn}/, "").downcase.gsub(/[^\p{L}\d ]/, "").squeeze(" ").strip
      end

      # Every entry of the references is cited, and every citation is listed: by author and year, or by number. Where neither is the
      # manuscript's way, as with notes, nothing is said.
      class ReferencesCited < Rule
        checks "references_cited", area: :structure
        takes :listed, :switch, default: true, says: "whether citations that are not listed are found too"
        learned :entries, trying: [:listed], strictest: true

        YEAR = "(?:1[5-9]|20)\\d\\d[a-z]?"
        NAME = "\\p{Lu}[\\p{L}'’-]+"
        OTHERS = "(?:,? (?:and|&|und|et|y|e) #{NAME}| et al\\.?| u\\. ?a\\.)?"
        BY_AUTHOR = /(?<name>#{NAME})#{OTHERS},? \(?(?<year>#{YEAR})(?![\d–-])/
        IN_BRACKETS = /\((?:[^()\d]{0,40} )??(?<name>#{NAME})#{OTHERS},? (?<year>#{YEAR})(?=[,:;)])/
        BY_NUMBER = /\[(?<numbers>\d{1,3}(?: ?[,;–-] ?\d{1,3})*)\]/
        WAY = 0.3 # of the entries that are cited so make it the manuscript's way

        # An entry: what stands before its year, the year, and its number.
        Entry = Norvel::Value.define(:paragraph, :authors, :year, :number)

        def sentence = "Every reference is cited#{", and every citation is listed" if given(:listed)}."

        def applies?(context) = !way(context).nil?

        def findings(context)
          entries = entries(context)
          uncited = entries.reject { |entry| cited?(context, entry) }.map do |entry|
            finding(context, paragraph: entry.paragraph, expected: "cited", measured: "cited nowhere",
              message: "No place in the text cites this entry.")
          end
          uncited + (given(:listed) ? unlisted(context, entries) : [])
        end

        private

        def entries(context)
          context.known([id, :entries]) do
            within(context, context.roles.in(:reference_entry)).map do |paragraph|
              text = paragraph.text.tr("\u00A0", " ")
              authors = text[0, 120].split(/#{YEAR}/o, 2).first.to_s.scan(/#{NAME}/o)
              Entry.new(paragraph: paragraph, authors: authors, year: text[/#{YEAR}/o],
                number: (context.layout.labels[paragraph.id].to_s + text)[/\A\s*\[?(\d{1,3})[\]).]/, 1]&.to_i)
            end
          end
        end

        # @return [Array<Array(Manuscript::Paragraph, String)>] what may cite: the text and the notes
        def texts(context)
          context.known([id, :texts]) do
            left = %i[reference_entry contents_entry contents_heading title]
            here = looked_at(context, nil).reject { |paragraph| left.include?(role(context, paragraph)) }
            (here + context.manuscript.note_paragraphs).map { |paragraph| [paragraph, paragraph.text.tr("\u00A0", " ")] }
          end
        end

        def way(context)
          context.known([id, :way]) do
            entries = entries(context)
            {author: by_author(context), number: by_number(context)}.find do |way, _|
              entries.any? && entries.count { |entry| cited_by?(context, entry, way) } >= [entries.size * WAY, 1].max
            end&.first
          end
        end

        def cited?(context, entry) = cited_by?(context, entry, way(context))

        def cited_by?(context, entry, way)
          return by_number(context).key?(entry.number) if way == :number

          entry.year && by_author(context).any? { |(name, year), _| same?(entry, name, year) }
        end

        def same?(entry, name, year) = entry.authors.include?(name) && entry.year.to_s[0, 4] == year[0, 4]

        # @return [Hash{Array(String, String)=>Manuscript::Paragraph}] names and years, each with the first place
        def by_author(context)
          context.known([id, :by_author]) do
            texts(context).each_with_object({}) do |(paragraph, text), found|
              text.scan(BY_AUTHOR) { found[[$~[:name], $~[:year]]] ||= paragraph }
            end
          end
        end

        # @return [Hash{Integer=>Manuscript::Paragraph}]
        def by_number(context)
          context.known([id, :by_number]) do
            texts(context).each_with_object({}) do |(paragraph, text), found|
              text.scan(BY_NUMBER) { numbers($~[:numbers]).each { |number| found[number] ||= paragraph } }
            end
          end
        end

        def numbers(said)
          said.split(/ ?[,;] ?/).flat_map do |part|
            from, to = part.split(/ ?[–-] ?/).map(&:to_i)
            to&.between?(from, from + 50) ? (from..to).to_a : [from]
          end
        end

        # In brackets alone, where a name and a year are no date.
        def unlisted(context, entries)
          missing = (way(context) == :number) ? numbers_unlisted(context, entries) : authors_unlisted(context, entries)
          missing.map do |said, paragraph|
            finding(context, paragraph: paragraph, expected: "listed", measured: "“#{said}”",
              message: "“#{said}” is cited here and not in the references.")
          end
        end

        def numbers_unlisted(context, entries)
          listed = entries.map(&:number)
          by_number(context).except(*listed).map { |number, paragraph| ["[#{number}]", paragraph] }
        end

        def authors_unlisted(context, entries)
          found = texts(context).flat_map do |paragraph, text|
            text.to_enum(:scan, IN_BRACKETS).map { ["#{$~[:name]} #{$~[:year]}", paragraph, $~[:name], $~[:year]] }
          end
          found.reject { |said, _, name, year| Roles::Wording.date?(said) || entries.any? { |entry| same?(entry, name, year) } }
            .uniq(&:first).map { |said, paragraph, *| [said, paragraph] }
        end
      end
    end
  end
end
