# frozen_string_literal: true

require "timeout"
require_relative "choice/described"

module Norvel
  # Choosing paragraphs of a manuscript by what they have in common. Every method gives body paragraphs in
  # document order.
  module Choice
    PATTERN_SECONDS = 2
    PATTERN_LENGTH = 1_000 # characters: brackets within brackets take room on the stack, of which a thread has less than a program

    module_function

    # @return [Array<Manuscript::Paragraph>] in the same style
    def same_style(manuscript, paragraph) = manuscript.paragraphs.select { |other| other.style == paragraph.style }

    # @return [Array<Manuscript::Paragraph>] with the same formatting by hand, values and all; blank ones left out
    def same_by_hand(manuscript, paragraph)
      wanted = by_hand(paragraph)
      manuscript.paragraphs.select { |other| !other.blank? && other.style == paragraph.style && by_hand(other) == wanted }
    end

    # @return [Array<Manuscript::Paragraph>] in the same role
    def same_role(manuscript, paragraph, roles) = roles.in(roles.of(paragraph.id).name).select { |other| manuscript.index_of(other.id) }

    # @param written [String] plain words (any case), or a regular expression
    # @param regular [Boolean]
    # @return [Array<Manuscript::Paragraph>]
    # @raise [ChangeRefused] when it is no regular expression, is longer than {PATTERN_LENGTH}, or takes too long
    def matching(manuscript, written, regular: false)
      raise ChangeRefused, "Write the words to look for." if written.to_s.strip.empty?
      if regular && written.length > PATTERN_LENGTH
        raise ChangeRefused, "The pattern has #{written.length} characters; up to #{PATTERN_LENGTH} are looked for."
      end

      pattern = regular ? Regexp.new(written) : Regexp.new(Regexp.escape(written.strip).gsub(/(\\ )+/, "[[:space:]]+"), Regexp::IGNORECASE)
      Timeout.timeout(PATTERN_SECONDS) { manuscript.paragraphs.select { |paragraph| paragraph.text.match?(pattern) } }
    rescue RegexpError => error
      raise ChangeRefused, "“#{written}” is no regular expression (#{error.message.split(":").first})."
    rescue Timeout::Error
      raise ChangeRefused, "That pattern takes too long; write it more simply."
    end

    # @return [Integer] stretches between white space that have a letter or digit
    def words_in(paragraph) = words(paragraph.text)

    # @param text [String]
    # @return [Integer] its words: what stands between white space and has a letter or a digit
    def words(text) = Manuscript.words_in(text).count { |word| word.match?(/[[:alnum:]]/) }

    OPENING = "“„«»‘‚‹›\"'"
    CLOSING = "”“»«’‘›‹\"'"

    # What may follow a quotation: each stretch is tried once.
    FOLLOWING = /(?<![[:space:].,;\u{FFFC}])[[:space:].,;\u{FFFC}]*+(?:\([^()]{0,120}\)[[:space:].,;\u{FFFC}]*+)?\z/

    # Whether all of it stands in quotation marks; a note's mark, a source in brackets and punctuation may follow.
    def quoted?(paragraph)
      text = paragraph.text.strip.sub(FOLLOWING, "")
      text.length > 2 && OPENING.include?(text[0]) && CLOSING.include?(text[-1]) && text[1..-2].count(text[0]).zero?
    end

    # @param paragraphs [Array<Manuscript::Paragraph>] where to look
    # @param words [String] plain words, any case
    # @return [Array<Array(Manuscript::Paragraph, Integer, Integer)>] every place where they stand: paragraph, from, to
    def places(paragraphs, words)
      return [] if words.to_s.strip.empty?

      pattern = Regexp.new(Regexp.escape(words.strip).gsub(/(\\ )+/, "[[:space:]]+"), Regexp::IGNORECASE)
      paragraphs.flat_map { |paragraph| paragraph.text.to_enum(:scan, pattern).map { [paragraph, *Regexp.last_match.offset(0)] } }
    end

    # The same, where they have to stand somewhere.
    # @raise [ChangeRefused] when there are none to look for, or none are found
    def stretches(paragraphs, words)
      raise ChangeRefused, "Write the words to look for." if words.to_s.strip.empty?

      found = places(paragraphs, words)
      raise ChangeRefused, "“#{words.strip}” does not stand there." if found.empty?

      found
    end

    # @param word [String] as the trade mark-up has it: "ital.", "12 pt", "flush"
    # @return [Array<Manuscript::Paragraph>] with formatting by hand of that word
    def by_mark(manuscript, word)
      wanted = word.to_s.strip.downcase
      manuscript.paragraphs.select do |paragraph|
        DirectFormatting.objectionable(paragraph).any? do |name, value, _|
          [Properties::Words.of(name, value), Properties[name].label].any? { |said| said.downcase.start_with?(wanted) }
        end
      end
    end

    # What all of a paragraph's text and the paragraph itself have by hand.
    def by_hand(paragraph) = DirectFormatting.on_paragraph(paragraph).merge(DirectFormatting.whole_and_parts(paragraph).first)
    private_class_method :by_hand
  end
end
