# frozen_string_literal: true

require_relative "roles/style_votes"
require_relative "roles/look_votes"
require_relative "roles/meant_room"
require_relative "roles/named_parts"
require_relative "roles/matter"

module Norvel
  # What each paragraph is: title, heading, body, list item … worked out by votes from its style,
  # look, text and neighbours. Every vote has its weight and its words.
  #
  #   roles = Roles.new(manuscript)
  #   roles.of(paragraph.id)        # Role(name: :heading_1, confidence: 0.94, reasons: ["…"])
  class Roles
    ALL = %i[title subtitle author date abstract heading_1 heading_2
      heading_3 heading_4 heading_5 heading_6 run_in_heading body block_quotation verse
      list_item caption table_text table_heading reference_entry footnote contents_entry contents_heading figure code
      form_field signature other empty].freeze
    SAID_SO = "you said so"
    HEADINGS = ALL.grep(/\Aheading_/).freeze
    FIGURE = /\A[[:space:]]*\u{FFFC}[[:space:]\u{FFFC}]*\z/

    SURE = 0.6 # of a role, from which on it counts; common practice of ours, no source

    Role = Value.define(:name, :confidence, reasons: []) do
      # @return [Boolean] whether something may be done on the strength of it
      def sure? = confidence >= SURE
    end
    Vote = Value.define(:role, :weight, :reason)

    CAP = Role.new(name: :other, confidence: 0.97, reasons: ["the first letter of the next paragraph"])
    LISTED = Role.new(name: :contents_entry, confidence: 0.97, reasons: ["a line of a list that keeps itself current"])
    private_constant :CAP, :LISTED

    # @param manuscript [Manuscript]
    def initialize(manuscript, appearance = Appearance.new(manuscript), cascade = Cascade.new(manuscript))
      @manuscript = manuscript
      @style_votes = StyleVotes.new(manuscript, cascade)
      @look_votes = LookVotes.new(manuscript, appearance, cascade)
      @roles = decide
    end

    # @param names [Hash{Integer=>Symbol}] of every body paragraph what it is taken for: nothing is read anew
    # @return [Roles]
    def self.said(manuscript, names)
      allocate.tap do |roles|
        roles.send(:say, manuscript, names.transform_values { |name| Role.new(name: name, confidence: 1.0, reasons: [SAID_SO]) })
      end
    end

    # @return [Symbol, nil] one of Genre::ALL where the manuscript is that as a whole; nil: a book, or nothing that is known
    def genre = @look_votes&.genre

    # @param id [Integer] of a body paragraph
    # @return [Role]
    def of(id) = @roles.fetch(id) { Role.new(name: :footnote, confidence: 0.9, reasons: ["stands in a note"]) }

    # @param corrections [Hash{Integer=>Symbol}] by paragraph id, what a person says they are
    # @return [Roles]
    def corrected(corrections)
      return self if corrections.empty?

      dup.tap do |copy|
        copy.roles = @roles.merge(corrections.to_h { |id, name| [id, Role.new(name: name, confidence: 1.0, reasons: [SAID_SO])] })
      end
    end

    # @return [Array<Manuscript::Paragraph>] body paragraphs in one of these roles
    def in(*names) = (@in ||= {})[names] ||= @manuscript.paragraphs.select { |paragraph| names.include?(@roles[paragraph.id].name) }.freeze

    # What may be an item of a list; what is taken for a heading or a reference keeps its number, or has it made one of its own kind.
    ITEMS = %i[list_item table_text block_quotation footnote].freeze

    # @param paragraphs [Array<Manuscript::Paragraph>]
    # @return [Array<Manuscript::Paragraph>] those that may be items of lists
    def possible_items(paragraphs) = paragraphs.select { |paragraph| ITEMS.include?(of(paragraph.id).name) }

    # @param name [Symbol]
    # @return [Integer, nil] 1–6 for headings
    def self.level(name) = name.to_s[/\Aheading_(\d)\z/, 1]&.to_i

    protected

    def roles=(roles)
      @roles = roles
      @in = nil
    end

    def say(manuscript, roles)
      @manuscript, @roles = manuscript, roles
    end

    private

    def decide
      @manuscript.paragraphs.to_h do |paragraph|
        next [paragraph.id, blank(paragraph)] if paragraph.blank?
        next [paragraph.id, Role.new(name: :figure, confidence: 0.97, reasons: ["holds only a picture"])] if figure?(paragraph)

        next [paragraph.id, CAP] if paragraph.drop_cap
        next [paragraph.id, LISTED] if @manuscript.listed.include?(paragraph.id) && paragraph.runs.any?(&:generated)

        if ALL.include?(marked = @manuscript.sheet.marked(paragraph.style))
          standards, style = @manuscript.sheet.standards, @manuscript.sheet[paragraph.style]
          next [paragraph.id, Role.new(name: marked, confidence: standards.sureness(style), reasons: [standards.says])]
        end

        style = @style_votes.for(paragraph)
        [paragraph.id, weigh(agreed(style, @look_votes.for(paragraph, style)))]
      end
    end

    # Verse stands in the style of quotations where there is none of its own: the style says nothing against it.
    def agreed(style, look)
      return style + look unless look.any? { |vote| vote.role == :verse }

      style.reject { |vote| vote.role == :block_quotation } + look
    end

    def figure?(paragraph) = paragraph.text.match?(FIGURE) && paragraph.insets.all? { |inset| inset.kind == :image }

    def blank(paragraph)
      paragraph.empty? ? Role.new(name: :empty, confidence: 1.0,
        reasons: ["nothing but white space"]) : Role.new(name: :other, confidence: 0.9, reasons: ["no text, but something hangs on it"])
    end

    # Votes for the same role strengthen each other as independent witnesses would; those against weaken.
    def weigh(votes)
      return Role.new(name: :other, confidence: 0.3, reasons: ["nothing speaks for any role"]) if votes.empty?

      doubts = Hash.new(1.0)
      votes.each { |vote| doubts[vote.role] *= 1 - vote.weight }
      best, doubt = doubts.min_by(&:last)
      rival = (doubts.size > 1) ? 1 - doubts.except(best).each_value.min : 0.0
      Role.new(name: best, confidence: ((1 - doubt) * (1 - rival * 0.5)).clamp(0.05, 0.99).round(2), reasons: reasons(votes, best))
    end

    def reasons(votes, role)
      return [votes.first.reason] if votes.size == 1

      votes.select { |vote| vote.role == role }.sort_by { |vote| -vote.weight }.map(&:reason)
    end
  end
end
