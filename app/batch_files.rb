# frozen_string_literal: true

require "digest"

module NorvelWeb
  # All manuscripts of a batch as one archive: each file as it is now, a report beside each, one for all as a page, a table, JSON and PDF.
  # One that cannot be written is named in a text, and the others come.
  class BatchFiles
    # @param batch [BatchRecord]
    def initialize(batch)
      @batch = batch
    end

    # @param batch [BatchRecord]
    # @return [String] what is made for it is made for
    def self.key(batch) = "batch-#{batch.id}"

    # @param makings [Makings]
    # @return [Makings::Making]
    # @raise [Norvel::ChangeRefused]
    def begin(makings)
      rows = @batch.rows.select(&:on_desk?)
      raise Norvel::ChangeRefused, "None of these manuscripts is on the desk." if rows.empty?

      names = names(rows)
      given = rows.zip(names).map { |row, name| [name, row.manuscript.name, Batches::Given.of(row.manuscript)] }
      heads = rows.zip(names).to_h { |row, name| [row.id, [row.manuscript.head_id, name]] }
      guide = @batch.read_guide
      makings.begin(manuscript: self.class.key(@batch), head: heads, filename: "#{title}.zip", type: "application/zip",
        noted: true) { |tell| packed(given, guide, tell) }
    end

    # What was fetched was delivered, as it was when it was made; what was left out was not.
    # @param making [Makings::Making] @param bytes [String] of the archive
    # @return [void]
    def note(making, bytes)
      left = Norvel::Formats::Archive.member(bytes, LEFT).to_s.dup.force_encoding(Encoding::UTF_8)
      making.head.each do |id, (head, name)|
        row = @batch.rows.find { |one| one.id == id }
        next if row&.manuscript.nil? || left.lines.any? { |line| line.start_with?("#{name}: ") }

        row.manuscript.deliveries.create!(entry_id: head, filename: name, fingerprint: "in #{making.filename}")
      end
    end

    LEFT = "Left out.txt"

    private

    def title = "#{@batch.title.gsub(%r{[/\\:*?"<>|]}, "-")} – tidied"

    # Each once in the archive.
    def names(rows)
      taken = Set.new
      rows.map do |row|
        ending = File.extname(row.manuscript.filename)
        base = name = File.basename(row.manuscript.filename, ending)
        number = 1
        name = "#{base} #{number += 1}" until taken.add?(name.downcase) # the reports beside them have no ending of their own to tell them
        "#{name}#{ending}"
      end
    end

    # In the other process.
    def packed(given, guide, tell)
      many, failed, members = Norvel::Report::Many.new(guide), [], {}
      given.each_with_index do |(name, title, one), index|
        members.merge!(delivered(name, title, one, guide, many))
      rescue Norvel::Error => error
        failed << "#{name}: #{error.message}"
      ensure
        tell.call(index + 1, given.size)
      end
      members[LEFT] = failed.join("\n") if failed.any?
      {"html" => many.to_html, "csv" => many.to_csv, "json" => JSON.pretty_generate(many.to_h), "pdf" => many.to_pdf}
        .each { |format, bytes| members["Who meets what.#{format}"] = bytes }
      Norvel::Formats::Archive.new({}).write(members)
    end

    def delivered(name, title, one, guide, many)
      manuscript = one.read
      check = Norvel::Examination.new(manuscript).check(guide)
      bytes = Norvel::Formats.write(manuscript, source: one.bytes)
      report = Norvel::Report::Findings.new(check).to_html(title, fingerprint: Digest::SHA256.hexdigest(bytes))
      many.put({file: name, error: nil, **Norvel::Report::Many.row(check)})
      {name => bytes, "#{File.basename(name, ".*")} – findings.html" => report}
    end
  end
end
