# frozen_string_literal: true

require_relative "formats/limits"
require_relative "formats/docx/format"
require_relative "formats/pasted"
require_relative "formats/pdf/format"

module Norvel
  # Files to manuscripts and back. Formats do not know each other; each answers as `Formats::Format` says.
  module Formats
    ALL = [Docx::Format].freeze
    LARGEST = 100 * 1024 * 1024 # bytes

    module_function

    # @param bytes [String] the file
    # @param name [String] its name, for the ending
    # @param limits [Limits, nil] nil: whatever its size, since it was taken before
    # @return [Manuscript]
    # @raise [FileError]
    def read(bytes, name: "manuscript.docx", limits: Limits.said)
      raise FileError, "The file has #{bytes.bytesize / 1_048_576} MB; the limit is #{LARGEST / 1_048_576} MB." if bytes.bytesize > LARGEST

      ending = File.extname(name).downcase
      format = ALL.map(&:new).find { |one| one.endings.include?(ending) }
      raise FileError, "“#{File.basename(name)}” is not a .docx file; only .docx manuscripts can be opened so far." unless format

      format.read(bytes, limits: limits)
    end

    # @return [Array<String>] endings of the files that can be read
    def endings = ALL.flat_map { |format| format.new.endings }

    # @param name [String] as a manuscript says where it comes from
    # @return [Format]
    # @raise [FileError]
    def of(name) = ALL.map(&:new).find { |one| one.name == name } || raise(FileError, "Norvel does not know the format “#{name}”.")

    # @param samples [Array] of text that is to be replaced, as Format#bare takes it
    # @return [String] the bytes of a manuscript with one style, and one empty paragraph where there is no sample text
    def bare(format = "docx", samples: []) = of(format).bare(samples)

    # @param manuscript [Manuscript] as it is now
    # @param source [String] the file it was read from
    # @param name [String, nil] what it is to be called; nil: as it came
    # @yieldparam done [Integer] how many steps of the work are done @yieldparam of [Integer] how many there are
    # @return [String] the bytes of the same file with only the formatting changed
    # @raise [FileError]
    def write(manuscript, source:, name: nil, &progress)
      of(manuscript.format).patch(manuscript, source, ending: name && File.extname(name).downcase, &progress)
    end

    # A PDF of the layout, with the pictures and links of the file that it was read from.
    # @param layout [Layout] @param source [String] the bytes of that file @param name [String] what it is called where it says no title
    # @param more [Hash] as Pdf::Maker takes it
    # @yieldparam done [Integer] how much of the work is done @yieldparam of [Integer] of how much
    # @return [String]
    # @raise [FileError] where a font may not be given away
    def pdf(layout, source:, name:, **more, &progress)
      links = of(layout.manuscript.format).links(source)
      Pdf::Format.new.make(layout, name: name, links: links, picture: pictures(source), **more, &progress)
    end

    # @return [Array<Pdf::Lost::Kind>] what does not go into a PDF
    def lost_in_pdf(layout, source:) = Pdf::Format.new.lost(layout, picture: pictures(source))

    # @param layout [Layout]
    # @return [Array<String>] why its PDF may not call itself accessible (ISO 14289-1)
    def hindrances_of_pdf(layout) = Pdf::Hindrances.new(layout).to_a

    # @param source [String] the bytes of a file @param format [String]
    # @return [Hash{String=>String}] properties that programs name themselves
    def properties(source, format: "docx") = of(format).properties(source)

    # @return [Proc] a member of a file to its bytes
    def pictures(source) = ->(member) { Archive.member(source, member) }

    # What was set and the manuscript's own format cannot say, so that the delivered file will say something else.
    # @param before [Manuscript] @param after [Manuscript]
    # @return [Array<String>] a sentence for each value: "Orphans 3: the file can only say 2."
    def cannot_say(before, after)
      format = of(after.format)
      news = new_sets(before, after).flat_map do |was, now|
        now.reject { |name, value| was[name] == value }.map { |name, value| [name, value, format.spelled(now)[name]] }
      end
      news.uniq.filter_map do |name, value, said|
        property = Properties[name]
        wanted, can = [value, said].map { |one| property.show(one) }
        near = property.length? && said && (said - value).abs <= Lengths::TWIP
        "#{property.label} #{wanted}: the file can only say #{can}." if wanted != can && !near
      end
    end

    # @return [Array<Array(Hash, Hash)>] sets of formatting of styles, paragraphs and words that are new, each with the one before
    def new_sets(before, after)
      styles = after.sheet.styles.reject { |id, style| before.sheet[id].equal?(style) }.map { |id, style| [before.sheet[id]&.properties || {}, style.properties] }
      changed = (after.paragraphs + after.note_paragraphs).reject { |paragraph| paragraph.equal?(before.paragraph(paragraph.id)) }
      styles + changed.flat_map do |paragraph|
        was = before.paragraph(paragraph.id)
        known = was ? was.runs.map(&:properties).uniq : []
        [[was&.properties || {}, paragraph.properties]] + paragraph.runs.map(&:properties).uniq.reject { |set| known.include?(set) }.map { |set| [{}, set] }
      end
    end
    private_class_method :new_sets, :pictures
  end
end
