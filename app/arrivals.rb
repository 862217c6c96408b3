# frozen_string_literal: true

module NorvelWeb
  # Several files that come in at once, and archives: each manuscript is taken by itself, pictures go along with the text that names them,
  # what is neither is named. One file's failure is its own.
  #
  #   arrivals = Arrivals.new([["chapter.md", bytes], ["plan.png", bytes]])
  #   arrivals.take { |row, read| … }
  #   arrivals.rows, arrivals.told
  class Arrivals
    PICTURES = %w[.png .jpg .jpeg .gif .svg .webp].freeze
    MOST = 60 # manuscripts at once
    HIDDEN = %r{(?:\A|/)(?:\.|~|__MACOSX/)}

    # @return [Array<ManuscriptRecord>] what was taken
    attr_reader :rows

    # @param files [Array<Array(String, String)>] names and bytes
    def initialize(files)
      @files = files.flat_map { |name, bytes| unpacked(name, bytes) }
      @rows = []
      @failed = []
      @used = {} # by row the files of pictures that went along
    end

    # @param guide [#call] given bytes, the guide that it is held against
    # @yieldparam row [ManuscriptRecord] @yieldparam read [Norvel::Manuscript]
    # @raise [Norvel::FileError] where nothing could be taken
    # @return [void]
    def take(guide:, &block)
      many = manuscripts
      raise Norvel::FileError, nothing if many.empty?
      raise Norvel::FileError, "These are #{many.size} manuscripts; bring at most #{MOST} at once." if many.size > MOST

      many.each { |name, bytes| one(name, bytes, guide, &block) }
      raise Norvel::FileError, @failed.map(&:last).uniq.join(" ") if @rows.empty?
    end

    # @return [Array<String>] sentences: what was taken for what, what was not, and why
    def told
      taken = @rows.map { |row| "“#{row.filename}” was brought in#{with_pictures(@used[row.id].size)}." }
      left = others.map(&:first)
      taken += @failed.map { |name, sentence| "“#{File.basename(name)}” was not: #{sentence}" }
      taken << "Left out, since no text names them: #{unused.join(", ")}." if unused.any?
      taken << "Not taken: #{left.first(8).map { |name| File.basename(name) }.join(", ")}#{" …" if left.size > 8}." if left.any?
      taken
    end

    private

    def ending(name) = File.extname(name).downcase

    def unpacked(name, bytes)
      return [[name, bytes]] unless ending(name) == ".zip"

      Norvel::Formats::Archive.read(bytes).members.reject { |member, _| member.match?(HIDDEN) }.to_a
    end

    def manuscripts = @files.select { |name, _| Norvel::Formats.endings.include?(ending(name)) }

    def pictures = @pictures ||= @files.select { |name, _| PICTURES.include?(ending(name)) }.to_h

    def others = @files.reject { |name, _| Norvel::Formats.endings.include?(ending(name)) || PICTURES.include?(ending(name)) }

    def nothing
      return "Choose a #{Norvel::Formats.opened} file first." if @files.empty?

      named = @files.first(3).map { |name, _| "“#{File.basename(name)}”" }.join(", ")
      "#{named}: only #{Norvel::Formats.opened} manuscripts can be opened."
    end

    def one(name, bytes, guide, &block)
      found = along(name, bytes)
      bundle = Norvel::Formats::Elements::Bundle.pack(File.basename(name), bytes, found.transform_values { |file| pictures.fetch(file) })
      row = Intake.take(bundle, name, guide: guide.call(bytes), &block)
      @used[row.id] = found.values
      @rows << row
    rescue Norvel::Error => error
      @failed << [name, error.message]
    end

    # Those of the pictures that a text names, by what they are called in it.
    def along(name, bytes)
      return {} if pictures.empty?

      refs = Norvel::Formats.ending_with(name).pictures(bytes)
      Norvel::Formats::Elements::Bundle.meant(refs, pictures.keys, from: File.dirname(name))
    rescue Norvel::FileError # what cannot be read says so when it is taken
      {}
    end

    def with_pictures(count)
      if count.zero?
        ""
      else
        ", with #{count} #{(count == 1) ? "picture" : "pictures"} that it names"
      end
    end

    def unused = (pictures.keys - @used.values.flatten).map { |name| File.basename(name) }
  end
end
