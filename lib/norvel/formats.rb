# frozen_string_literal: true

require_relative "formats/limits"
require_relative "formats/told"
require_relative "formats/patching"
require_relative "formats/media"
require_relative "formats/reading_back"
require_relative "formats/docx/format"
require_relative "formats/odt/format"
require_relative "formats/pasted"
require_relative "formats/markdown/format"
require_relative "formats/html/format"
require_relative "formats/epub/format"
require_relative "formats/text/format"
require_relative "formats/pdf/format"

module Norvel
  # Files to manuscripts and back. Formats do not know each other; each answers as `Formats::Format` says.
  module Formats
    ALL = [Docx::Format, Odt::Format, Markdown::Format, Text::Format, Html::Format, Epub::Format, Pdf::Format].map(&:new).freeze
    LARGEST = 100 * 1024 * 1024 # bytes

    module_function

    # @param bytes [String] the file
    # @param name [String, nil] its name, for the ending; nil: of the format that empty manuscripts are made in
    # @param limits [Limits, nil] nil: whatever its size, since it was taken before
    # @return [Manuscript]
    # @raise [FileError]
    def read(bytes, name: nil, limits: Limits.said)
      raise FileError, "The file has #{bytes.bytesize / 1_048_576} MB; the limit is #{LARGEST / 1_048_576} MB." if bytes.bytesize > LARGEST

      format = name ? ending_with(name) : usual
      unless format&.reads?
        raise FileError, "“#{File.basename(name)}” is not a #{opened} file; only #{opened} manuscripts can be opened so far."
      end

      refuse_other(bytes, name, format) if name
      read = format.read(bytes, limits: limits)
      read.with(inheritance: format.inheritance, sheet: read.sheet.with(standards: format.standard_styles))
    end

    # @param bytes [String] of a file
    # @return [Format, nil] the one that they say they are of
    def by_content(bytes) = ALL.find { |one| one.reads? && one.its?(bytes) }

    def refuse_other(bytes, name, format)
      other = by_content(bytes)
      return if other.nil? || other == format

      raise FileError, "“#{File.basename(name)}” is an #{other.endings.first} by what is in it; give it that ending and bring it again."
    end

    # @return [Format] the one that empty manuscripts and templates are made in
    def usual = ALL.first

    # @return [Array<Format>] all that a manuscript can be begun in, the usual one first
    def begun_in = ALL.select { |format| format.patches? && format.styled? }

    # @param name [String] of a file
    # @return [Format, nil] by its ending
    def ending_with(name) = ALL.find { |one| one.endings.include?(File.extname(name).downcase) }

    # @return [Array<String>] endings of the files that can be read
    def endings = ALL.select(&:reads?).flat_map(&:endings)

    # @return [String] the same for people, the usual ending of each
    def opened = ALL.select(&:reads?).map { |format| format.endings.first }.then { |all| [all[0..-2].join(", "), all.last].join(" or ") }

    # @return [Array<String>] endings of the files that can be written
    def written = ALL.select { |format| format.patches? || format.makes? }.flat_map(&:endings)

    # @param name [String] of a file that can be read or written
    # @return [String] its media type
    def media_type(name) = ending_with(name)&.media_type(File.extname(name).downcase) || usual.media_type

    # @param name [String] as a manuscript says where it comes from
    # @return [Format]
    # @raise [FileError]
    def of(name) = ALL.find { |one| one.name == name } || raise(FileError, "Norvel does not know the format “#{name}”.")

    # @param samples [Array] of text that is to be replaced, as Format#bare takes it
    # @return [String] the bytes of a manuscript with one style, and one empty paragraph where there is no sample text
    def bare(samples: []) = usual.bare(samples)

    # @param manuscript [Manuscript] as it is now
    # @param source [String] the file it was read from
    # @param name [String, nil] what it is to be called; nil: as it came
    # @param record [Hash{Symbol=>Object}, nil] :author and :date where changes of formatting are to be recorded as revisions
    # @yieldparam done [Integer] how many steps of the work are done @yieldparam of [Integer] how many there are
    # @return [String] the bytes of the same file with only the formatting changed
    # @raise [FileError]
    def write(manuscript, source:, name: nil, record: nil, &progress)
      format = of(manuscript.format)
      recorded = (record && format.records?) ? {record: record} : {}
      format.patch(manuscript, source, ending: name && File.extname(name).downcase, **recorded, &progress)
    end

    # A new file of another format, with the pictures and links of the file that the manuscript was read from.
    # @param layout [Layout] of the manuscript @param as [String] the name of the format
    # @param source [String, nil] the bytes of that file @param name [String] what it is called where it says no title
    # @param more [Hash] as the format takes it
    # @yieldparam done [Integer] how much of the work is done @yieldparam of [Integer] of how much
    # @return [String]
    # @raise [FileError]
    def make(layout, as:, source: nil, name: "", **more, &progress)
      of(as).make(layout.manuscript, layout: layout, source: source_of(layout, source), name: name, **more, &progress)
    end

    # @return [Array<Format::Lost>] what does not go into such a file
    def lost(layout, as:, source: nil) = of(as).lost(layout.manuscript, layout: layout, source: source_of(layout, source))

    # @param layout [Layout]
    # @return [Array<String>] why such a file may not call itself accessible
    def hindrances(layout, as:) = of(as).hindrances(layout)

    # @param source [String] the bytes of a file @param format [String, nil]
    # @return [Hash{String=>String}] properties that programs name themselves
    def properties(source, format: usual.name) = of(format).properties(source)

    # @return [Source]
    def source_of(layout, bytes) = bytes ? Source.new(of(layout.manuscript.format), bytes) : Source.none

    # What was set and the manuscript's own format cannot say, so that the delivered file will say something else.
    # @param before [Manuscript] @param after [Manuscript]
    # @return [Array<String>] a sentence for each value: "Orphans 3: the file can only say 2."
    def cannot_say(before, after)
      format = of(after.format)
      return unstyled(before, after, format) unless format.styled?

      news = new_sets(before, after).flat_map do |was, now|
        now.reject { |name, value| was[name] == value }.map { |name, value| [name, value, format.spelled(now)[name]] }
      end
      numbers = numbers_it_cannot_say(before, after, format)
      numbers + news.uniq.filter_map do |name, value, said|
        property = Properties[name]
        wanted, can = [value, said].map { |one| property.show(one) }
        near = property.length? && said && (said - value).abs <= Lengths::TWIP
        "#{property.label} #{wanted}: the file can only say #{can}." if wanted != can && !near
      end
    end

    # @return [Array<String>] one sentence where formatting changed and the file has no place for it
    def unstyled(before, after, format)
      news = new_sets(before, after).any? { |was, now| was != now }
      return [] unless news || before.sections != after.sections

      ["A #{format.endings.first} file has no place for formatting: it is kept here, and goes into a new file of another format."]
    end

    # @return [Array<String>] a sentence for each form of numbers that is new and that the format has no words for
    def numbers_it_cannot_say(before, after, format)
      return [] if before.lists.equal?(after.lists)

      levels = after.lists.reject { |id, list| before.lists[id] == list }.values.flat_map { |list| list.levels.to_a }
      levels.uniq.filter_map do |index, level|
        said = format.spelled_level(level, index)
        first = [level, said].map { |one| ListLabels.label(Manuscript::List.new(id: "", levels: {index => one}), index, FIRST) }
        "Level #{index + 1} of a list begins with “#{first.first}”: the file can only say “#{first.last}”." if first.uniq.size > 1
      end
    end

    FIRST = Hash.new(1).freeze # numbers of all levels
    private_constant :FIRST

    NO_MATTER_OF_FILES = %i[waivers guide].freeze # of a manuscript

    # @param before [Manuscript] @param after [Manuscript] a change of it
    # @raise [ChangeRefused] where its format could not give it back
    def refuse_undeliverable(before, after)
      return if (Manuscript::MEMBERS - NO_MATTER_OF_FILES).all? { |name| before.public_send(name).equal?(after.public_send(name)) }

      sentence = only_read(after) || of(after.format).undeliverable(before, after) or return
      raise ChangeRefused, "#{sentence} Nothing was changed."
    end

    # @param manuscript [Manuscript]
    # @return [String, nil] a sentence where its format can be read and not given back changed
    def only_read(manuscript)
      format = of(manuscript.format)
      return if format.patches?

      "This is an #{format.endings.first}: Norvel reads, shows and checks it, and cannot give it back changed yet."
    end

    # @return [Array<Array(Hash, Hash)>] sets of formatting of styles, paragraphs and words that are new, each with the one before
    def new_sets(before, after)
      styles = after.sheet.styles.reject { |id, style| before.sheet[id].equal?(style) }.map do |id, style|
        [before.sheet[id]&.properties || {}, style.properties]
      end
      changed = (after.paragraphs + after.note_paragraphs).reject { |paragraph| paragraph.equal?(before.paragraph(paragraph.id)) }
      styles + changed.flat_map do |paragraph|
        was = before.paragraph(paragraph.id)
        known = was ? was.runs.map(&:properties).uniq : []
        [[was&.properties || {}, paragraph.properties]] + paragraph.runs.map(&:properties)
          .uniq.reject { |set| known.include?(set) }.map { |set| [{}, set] }
      end
    end
    private_class_method :numbers_it_cannot_say, :unstyled, :new_sets, :source_of, :refuse_other
  end
end
