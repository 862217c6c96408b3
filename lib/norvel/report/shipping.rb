# frozen_string_literal: true

require "digest"

module Norvel
  module Report
    # What leaves the desk, held against what came: what was touched, in numbers; whether any word differs; what is still open; what a PDF
    # will have in it.
    #
    #   shipping = Shipping.new(before, examined)
    #   shipping.words_kept?    # true
    class Shipping
      include Manuscript::Counted

      # @param before [Manuscript] as it came @param examined [Examination] as it is now
      # @param source [String] the bytes of the file that came
      def initialize(before, examined, source:)
        @before = before
        @examined = examined
        @now = examined.manuscript
        @layout = examined.layout
        @source = source
      end

      # @return [Integer] paragraphs that are not as they came, those that are new and those that are gone
      def paragraphs_touched
        old, new = [@before, @now].map { |manuscript| manuscript.all_paragraphs.to_h { |paragraph| [paragraph.id, paragraph] } }
        (old.keys | new.keys).count { |id| !old[id].equal?(new[id]) && old[id] != new[id] }
      end

      # @return [Hash{Symbol=>Array<String>}] names of styles :added, :changed, :removed
      def styles
        old, new = [@before, @now].map { |manuscript| manuscript.sheet.styles }
        changed = (new.keys & old.keys).reject { |id| new[id] == old[id] }
        {added: new.values_at(*(new.keys - old.keys)), changed: new.values_at(*changed), removed: old.values_at(*(old.keys - new.keys))}
          .transform_values { |styles| styles.map(&:name) }
      end

      # @return [Array(Integer, Integer)] words before and now, of body, notes, headers, footers, text boxes and comments
      def words
        all_words.map(&:size)
      end

      # @return [String] which words differ: "none", or how many came and went
      def words_differing
        return "none" if words_kept?

        old, new = all_words.map(&:tally)
        came, gone = [[new, old], [old, new]].map { |these, others| these.sum { |word, count| [count - others.fetch(word, 0), 0].max } }
        return "their order" if came.zero? && gone.zero?

        [("#{came} new" if came.positive?), ("#{gone} gone" if gone.positive?)].compact.join(", ")
      end

      # @return [Boolean] whether every word is there, in its order, labels of lists counted in
      def words_kept? = @words_kept ||= ListLabels.same_words?(@before, @now)

      # @return [Array<Formats::Format>] the others that a new file of it can be made in, but its pages
      def across = Formats::ALL.select { |format| format.makes? && ![@now.format, "pdf"].include?(format.name) }

      # @param format [Formats::Format]
      # @return [Array<Formats::Format::Lost>] what does not go into a new file of it
      def lost_in(format) = Formats.lost(@layout, as: format.name, source: @source)

      # @return [Integer]
      def pages = @layout.pages.size

      # @return [Array<Fonts::Book::Match>] families that are asked for, and what is in their place
      def fonts = @layout.substitutions

      # @return [Array<String>] families that are part of the PDF
      def embedded = @embedded ||= @layout.pages.flat_map { |page| page.placed.flat_map { |placed| placed.setting.families } }.uniq.sort

      # @return [Integer] bookmarks
      def headings = @examined.headings.size

      # @return [Array<Integer>] pages that are not laid out truly
      def inexact = @layout.inexact.keys

      # @return [Array<String>] why
      def reasons = @layout.inexact.values.flatten.uniq

      # @return [Array<String>] why its PDF may not call itself accessible
      def unsaid = @unsaid ||= Formats.hindrances(@layout, as: "pdf")

      # @return [Hash{Symbol=>Integer}] comments, insertions, deletions, moves and references that lead nowhere
      def open_matters
        counts = @now.matters.map(&:kind).tally
        broken = @examined.references.broken.size
        broken.zero? ? counts : counts.merge(broken_reference: broken)
      end

      # @return [Hash{String=>Array<String>}] by the change that mends it, what is out of date: lists of contents, figures and tables, and
      #   cross-references
      def stale
        @stale ||= {"update_contents" => stale_lists, "refresh_references" => stale_references}.reject { |_, said| said.empty? }
      end

      # @return [Array<Formats::Format::Lost>]
      def lost = @lost ||= Formats.lost(@layout, as: "pdf", source: @source)

      # @param bytes [String]
      # @return [String] SHA-256
      def self.fingerprint(bytes) = Digest::SHA256.hexdigest(bytes)

      # A proof that can be kept: fingerprints, words, and every difference.
      # @param name [String] of the manuscript @param delivered [Array<Array(String, String)>] names of files and their bytes
      # @return [String] a whole page
      def proof(name, filename, delivered, changes:, date: Time.now)
        @name, @filename, @delivered, @changes, @date = name, filename, delivered, changes, date
        ERB.new(File.read(File.join(__dir__, "proof.html.erb")), trim_mode: "-").result(binding)
      end

      private

      def stale_lists
        contents = @examined.contents
        states = contents.lists.map { |list| [list, contents.state(list)] }.reject { |_, found| found.current? }
        states.map { |list, found| "#{list.called}: #{found.words}" }
      end

      def stale_references
        count = @examined.references.stale.size
        return [] if count.zero?

        ["#{counted(count, "cross-reference does", "cross-references do")} not say what it should"]
      end

      def all_words
        @all_words ||= [@before, @now].map do |manuscript|
          beside = (manuscript.margin_paragraphs + manuscript.aside_paragraphs).flat_map do |paragraph|
            Manuscript.words_in(paragraph.written)
          end
          (ListLabels.words(manuscript).flatten + beside).grep_v(/\A\u{FFFC}+\z/) # an image is no word
        end
      end

      def h(text) = ERB::Util.html_escape(text)

      # @return [Array<Array>] each paragraph that is not as it came: its number now, its first words, what it was and is
      def differences
        old = @before.all_paragraphs.to_h { |paragraph| [paragraph.id, paragraph] }
        names = ->(manuscript, paragraph) { manuscript.sheet[paragraph.style]&.name }
        kept = @now.all_paragraphs.filter_map do |paragraph|
          was = old[paragraph.id]
          next if was == paragraph

          [place(paragraph), was ? named(@before, was, names) : "not there", named(@now, paragraph, names)]
        end
        there = @now.all_paragraphs.to_set(&:id)
        gone = old.values.reject { |paragraph| there.include?(paragraph.id) }
        kept + gone.map { |paragraph| [place(paragraph), named(@before, paragraph, names), "gone"] }
      end

      def named(manuscript, paragraph, names)
        hand = DirectFormatting.objectionable(paragraph).map { |name, value, _| Properties::Words.of(name, value) }.uniq
        [names[manuscript, paragraph], *("by hand: #{hand.first(6).join(", ")}" if hand.any?)].join("; ")
      end

      def place(paragraph) = paragraph.gist(70)
    end
  end
end
