# frozen_string_literal: true

module Norvel
  module Changes
    # Which of the changes that findings ask for are safe together: each is tried, and taken where it brings no finding that was not there
    # before. What paragraphs are taken for stays as it was read.
    class SafeMending
      MOST = 60 # changes that are tried

      # @param check [Guide::Check] of a manuscript
      # @param store [Layout::LineStore, nil] lines kept from other states
      def initialize(check, store: nil)
        @check = check
        @guide = check.guide
        @manuscript = check.manuscript
        @store = store || Layout::LineStore.new(Fonts.of(@manuscript))
        @roles = @manuscript.paragraphs.to_h { |paragraph| [paragraph.id, check.roles.of(paragraph.id).name] }
      end

      # @return [Array<Array(String, Hash)>] as Mend takes them
      def changes
        @changes ||= begin
          now, known = @manuscript, places(@check.open_findings)
          Guide::Mending.changes(@check.open_findings).first(MOST).select do |name, given|
            after = attempt(now, name, given) or next
            found = found_in(after, known) or next
            next unless found.size < known.size

            now, known = after, found
          end
        end
      end

      private

      def attempt(manuscript, name, given)
        after = Changes.build(name, given).call(manuscript)
        after unless after == manuscript
      rescue NothingToChange, ChangeRefused
        nil
      end

      # @return [Set, nil] what is found afterwards; nil as soon as something is that was not before
      def found_in(manuscript, known)
        check = held(manuscript)
        @guide.rules.each_with_object(Set.new) do |rule, all|
          found = places(check.result(rule).findings.reject(&:waived))
          return nil unless found.subset?(known)

          all.merge(found)
        end
      end

      def held(manuscript)
        layout = Layout.new(manuscript, store: @store)
        kept = @roles.select { |id, _| manuscript.paragraph(id) }
        whole = manuscript.paragraphs.all? { |paragraph| kept.key?(paragraph.id) }
        roles = whole ? Roles.said(manuscript,
          kept) : Roles.new(manuscript, Appearance.new(manuscript, layout.cascade), layout.cascade).corrected(kept)
        Guide::Check.new(@guide, layout, roles: roles)
      end

      def places(findings) = findings.to_set(&:place)
    end
  end
end
