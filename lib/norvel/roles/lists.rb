# frozen_string_literal: true

module Norvel
  class Roles
    # Items of lists: numbered by the file, or with a typed number or bullet that is one of a row.
    class Lists
      SINGLE =
        /\A\s*(?:[•▪◦·●○■□◆►➢→✓☐\uF0A7\uF0B7\uF0D8\uF0FC]\s*|[–*-][ \t\u00A0]+|\(?(?:\d{1,2}|[a-z]|[ivx]{1,4})[.)][ \t\u00A0]+)(?=\S)/
      ATTACHED = /\A\s*(?:[•▪◦●○■□◆►➢✓\uF0A7\uF0B7\uF0D8\uF0FC]|\*|[–-]|(?<number>\d{1,2})[.)])(?=\p{L})/
      SPOKEN = /[?!]|[”…]\s*\z/

      # @param reading [Reading]
      def initialize(reading)
        @reading = reading
      end

      # @return [Boolean] whether it is one of a row of typed items
      def item?(paragraph) = rows.key?(paragraph.id)

      # @return [Boolean] whether its typed number is one of a row of headings
      def numbers_heading?(paragraph) = heads.key?(paragraph.id)

      # @param paragraph [Manuscript::Paragraph]
      # @return [Vote, nil]
      def vote(paragraph)
        return if heads_text?(paragraph)

        if @reading.cascade.numbering(paragraph) && !@reading.level(paragraph) then Vote.new(role: :list_item, weight: 0.85,
          reason: "has list numbering")
        elsif item?(paragraph) then Vote.new(role: :list_item, weight: rows[paragraph.id],
          reason: "is one of a row with typed numbers or bullets")
        elsif paragraph.text.match?(SINGLE) && !@reading.striking?(paragraph) then Vote.new(role: :list_item, weight: 0.5,
          reason: "begins with a typed number or bullet")
        end
      end

      # @return [Boolean] whether the file numbers it, though it catches the eye and stands by itself above running text: a heading made by
      #   hand
      def heads_text?(paragraph)
        ref = @reading.cascade.numbering(paragraph)
        return false if ref.nil? || @reading.level(paragraph) || @reading.long?(paragraph) || !@reading.striking?(paragraph)
        return false if bullet?(ref) || sentence_among_items?(paragraph, ref)

        other = @reading.following(paragraph)
        !other.nil? && (@reading.long?(other) || other.text.match?(/[.!?]\s*\z/) || @reading.striking?(other)) &&
          (@reading.cascade.numbering(other).nil? || @reading.striking?(other))
      end

      private

      # Headings have numbers.
      def bullet?(ref)
        level = @reading.manuscript.lists[ref.list]&.levels&.[](ref.level)
        !level.nil? && level.format == "bullet"
      end

      # Items in larger letters than the text around them are items still.
      def sentence_among_items?(paragraph, ref)
        beside = [@reading.preceding(paragraph), @reading.following(paragraph)].compact
        paragraph.text.match?(/[.!?;]\s*\z/) && beside.any? { |other| @reading.cascade.numbering(other)&.list == ref.list }
      end

      # @return [Hash{Integer=>Float}] paragraph id to how surely
      def rows =
        @rows ||= sorted.last.reject { |row| speech?(row) }
          .flat_map { |row| row.items.map { |paragraph, _| [paragraph.id, tight?(row) ? 0.93 : 0.8] } }.to_h.merge(attached)

      # @return [Hash{Integer=>true}] ids of the headings that are numbered in a row
      def heads = @heads ||= sorted.first.flat_map { |row| row.items.map { |paragraph, _| [paragraph.id, true] } }.to_h

      # @return [Array(Array<TypedLabels::Row>, Array<TypedLabels::Row>)] rows of headings, and rows of items
      def sorted =
        @sorted ||= [true, false].flat_map { |striking| rows_of { |paragraph| !@reading.striking?(paragraph) ^ striking } }
          .partition { |row| headings?(row) }

      # Lines that catch the eye have numbers of their own. What stands in notes is no item of the body's lists.
      def rows_of
        @reading.manuscript.containers.reject { |place, _| place.note? }.values.flat_map do |blocks|
          TypedLabels.rows(blocks) { |paragraph| possible?(paragraph) && yield(paragraph) }
        end
      end

      def possible?(paragraph) = !@reading.level(paragraph) && !@reading.cascade.numbering(paragraph) && paragraph.text.count("\t") <= 2

      # Short lines that catch the eye, or end like no sentence, and have text between them are headings, numbered by hand.
      def headings?(row)
        return false if tight?(row) || row.start.nil?

        short = row.items.map(&:first).reject { |paragraph| @reading.long?(paragraph) }
        striking = short.count { |paragraph| @reading.striking?(paragraph) }
        bare = (row.format == "decimal") ? short.count { |paragraph| !paragraph.text.match?(/[.;,]\s*\z/) } : 0
        [striking, bare].max * 2 > row.items.size
      end

      # What people say to each other stands behind dashes, too.
      def speech?(row) = row.pattern.match?(/\A[–—]\z/) && row.items.none? { |paragraph, label|
        paragraph.text[0, label.length].include?("\t") || @reading.appearance(paragraph)[:indent_first].negative?
      } && row.items.count { |paragraph, _| paragraph.text.match?(SPOKEN) } * 2 >= row.items.size

      # Mostly item after item, or with only the items of an inner list between.
      def tight?(row) =
        row.items.each_cons(2).count { |(one, _), (other, _)|
          (after = @reading.following(one)).equal?(other) || inner?(one, after)
        } * 2 >= row.items.size - 1

      def inner?(outer, after) = !@reading.striking?(outer) && TypedLabels.readings(after).any?

      # Marks that were typed without a blank after them, several in a row.
      def attached
        @reading.texts.slice_when do |one, other|
          !(one.text.match?(ATTACHED) && other.text.match?(ATTACHED))
        end
          .select { |same| same.size > 1 && same.none? { |paragraph| @reading.striking?(paragraph) } }.flatten(1).to_h do |paragraph|
            [paragraph.id, 0.8]
          end
      end
    end
  end
end
