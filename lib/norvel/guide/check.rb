# frozen_string_literal: true

module Norvel
  class Guide
    # Holds a manuscript against a guide.
    #
    #   check = Guide::Check.new(guide, layout)
    #   check.results.first.state     # :broken
    class Check
      # `unmeasured` are the places that could not be measured.
      Result = Norvel::Value.define(:rule, :state, findings: [], unmeasured: [])

      # A place that could not be measured: the paragraph's id, its page, and why.
      Unmeasured = Norvel::Value.define(:paragraph, :page, :why)

      attr_reader :guide, :manuscript, :layout, :cascade, :appearance

      # @param guide [Guide] @param layout [Layout]
      # @param roles [Roles, nil] when they are known already
      # @param known [#captions, #contents, #references, #breaks, #overrun, nil] what is known already of the manuscript, so that it is
      #   worked out once for all guides and views
      def initialize(guide, layout, roles: nil, appearance: nil, known: nil)
        @guide = guide
        @layout = layout
        @manuscript = layout.manuscript
        @cascade = layout.cascade
        @appearance = appearance || Appearance.new(@manuscript, @cascade)
        @read = roles || Roles.new(@manuscript, @appearance, @cascade)
        @given = known
      end

      # What brings back what runs over to a last page without another look of the text: that is for a person, who sees it first.
      # @return [Array(String, Hash), nil]
      def cure_of_excess
        cure = @given&.overrun&.cure
        cure unless Cures.of_a_style?(cure)
      end

      # @return [Places] where each paragraph belongs in the guide's sheet
      def places = @places ||= Places.new(manuscript, @read, cascade, family: guide.family)

      # @return [Roles] as they are read; a style of the guide itself outweighs what else speaks for a paragraph
      def roles = @roles ||= @read.corrected(places.roles_by_style)

      NEARLY_ALL = 0.9

      # @param paragraph [Manuscript::Paragraph]
      # @return [Boolean] whether nearly all paragraphs that have its style are of its kind
      def style_of_one_kind?(paragraph)
        @kinds_by_style ||= places.paragraphs.reject(&:blank?).group_by(&:style).transform_values do |same|
          same.map { |one| places.of(one) }.tally
        end
        kinds = @kinds_by_style[paragraph.style] or return true
        kinds.fetch(places.of(paragraph), 0) >= kinds.values.sum * NEARLY_ALL
      end

      # @param paragraph [Manuscript::Paragraph]
      # @return [StyleSheet::Style, nil] the manuscript's own style for what it is
      def style_for(paragraph)
        slot = places.of(paragraph)
        (@styles_for ||= {}).fetch(slot) { @styles_for[slot] = style_of_slot(slot) }
      end

      # @return [Array<Manuscript::Paragraph>] with words, lists of contents apart
      def with_words
        @with_words ||= manuscript.paragraphs.reject { |paragraph| paragraph.blank? || manuscript.listed.include?(paragraph.id) }
      end

      # What a rule has worked out of this manuscript, for itself and others: rules themselves remember nothing of what they looked at.
      # @param key [Object] @yieldreturn [Object] the first time
      # @return [Object]
      def known(key) = (@known ||= {}).fetch(key) { @known[key] = yield }

      # @return [String, nil] the manuscript's title: what the file says, else the paragraph that is it
      def title = manuscript.info.title || roles.in(:title).first&.text

      # @return [Captions]
      def captions = @captions ||= @given&.captions || Captions.new(manuscript, roles)

      # @return [Contents]
      def contents = @contents ||= @given&.contents || Contents.new(layout)

      # @return [References]
      def references = @references ||= @given&.references || References.new(layout)

      # @return [Breaks]
      def breaks = @breaks ||= @given&.breaks || Breaks.new(layout, roles, captions)

      # @param paragraph [Manuscript::Paragraph]
      # @return [Symbol] :front before the first chapter behind the known parts of the front, where that begins a page; :main from there on
      def part_of(paragraph)
        index = manuscript.index_of(paragraph.id)
        (index && main_matter && index < manuscript.index_of(main_matter.id)) ? :front : :main
      end

      # @return [Roles::Matter]
      def matter = @matter ||= Roles::Matter.new(manuscript, roles, cascade)

      # @return [Manuscript::Paragraph, nil] what the main matter begins with; nil where no front matter stands before it on pages of its
      #   own
      def main_matter
        return @main_matter if defined?(@main_matter)

        found = roles.genre ? nil : matter.main
        @main_matter = (found if found && on_pages_before?(found))
      end

      # @return [Hash{Symbol=>ListKind}]
      def list_kinds = @list_kinds ||= ListKind.of(guide)

      # @return [Array<Result>] one a rule; `state` is :met, :broken, :waived, :not_applicable or :not_measurable
      def results = @results ||= guide.rules.map { |rule| result(rule) }

      # @return [Array<Finding>] of them all that are not waived
      def open_findings = findings.reject(&:waived)

      # @return [Array<Finding>]
      def findings = results.flat_map(&:findings)

      # @param state [Symbol]
      # @return [Integer]
      def count(state) = results.count { |result| result.state == state }

      # @return [Hash{Symbol=>Integer}] what the desk shows of it
      def facts
        met, broken = count(:met), count(:broken)
        {pages: layout.pages.size, met: met, of: met + broken, findings: findings.size}
      end

      # @return [Boolean] whether a rule of the severity must is broken
      def must_broken? = musts_broken.positive?

      # @return [Integer] rules that must be met and are broken
      def musts_broken = results.count { |result| result.state == :broken && result.rule.severity == :must }

      # @param rule [Rule]
      # @return [Result] of it alone
      def result(rule)
        return Result.new(rule: rule, state: :not_applicable) unless rule.applies?(self)

        found = rule.findings(self)
        unmeasured = rule.pages? ? inexact_pages : []
        found = found.reject { |finding| layout.unsure_of_lines.key?(finding.page) } if unmeasured.any?
        found = found.map { |finding| (reason = waivers[[finding.rule, finding.paragraph]]) ? finding.with(waived: reason) : finding }
        state = if found.any? { |finding| finding.waived.nil? } then :broken
        elsif found.any? then :waived
        else
          unmeasured.empty? ? :met : :not_measurable
        end
        Result.new(rule: rule, state: state, findings: found, unmeasured: unmeasured)
      end

      private

      def style_of_slot(slot)
        home = guide.family.home(slot)
        level = Slots.level(slot)
        (home && manuscript.sheet.named(guide.family[home].name)) || (level && manuscript.sheet.heading(level)) ||
          manuscript.sheet.standard(slot)
      end

      def on_pages_before?(paragraph)
        before = manuscript.paragraphs.first(manuscript.index_of(paragraph.id)).reject(&:blank?).last
        !before.nil? && layout.page_of(before.id).to_i < layout.page_of(paragraph.id).to_i
      end

      def waivers = @waivers ||= manuscript.waivers.to_h { |waiver| [[waiver.rule, waiver.paragraph], waiver.reason] }

      # What rests on page breaks is not known on pages that are not exact.
      def inexact_pages
        unsure = layout.unsure_of_lines
        @inexact_pages ||= layout.pages.select { |page| unsure.key?(page.number) }.map do |page|
          Unmeasured.new(paragraph: page.text_lines.first&.paragraph&.id, page: page.number, why: unsure[page.number].join("; "))
        end
      end
    end
  end
end
