# frozen_string_literal: true

module Norvel
  class Guide
    # What differs between two versions of a guide, in sentences.
    #
    #   Guide::Comparison.new(old, new).sentences
    class Comparison
      # @param was [Guide] @param is [Guide]
      def initialize(was, is)
        @was = was
        @is = is
      end

      # @return [Array<String>] none where they ask for the same
      def sentences = fields + styles + lists + rules

      private

      def fields
        drafts = [@was, @is].map { |guide| Draft.new(guide.source) }
        (Fields::GROUPS.keys - [:about]).flat_map { |group| Fields.of(group) }.filter_map do |field|
          old, new = drafts.map { |draft| draft.written(field.path) }
          "#{field.label}: #{said(old)} becomes #{said(new)}." unless old == new
        end
      end

      def said(text) = text.empty? ? "nothing" : text

      def styles
        old, new = [@was, @is].map { |guide| guide.family.members }
        gone = (old.keys - new.keys).map { |slot| "No style for #{plain(slot)} any more (“#{old[slot].name}”)." }
        come = (new.keys - old.keys).map do |slot|
          "A style for #{plain(slot)}, “#{new[slot].name}”: #{Properties::Specification.show(new[slot].values)}."
        end
        gone + come + (old.keys & new.keys).filter_map { |slot| style(slot, old[slot], new[slot]) }
      end

      # What it says itself; where it rests on another now, everything it comes to.
      def style(slot, was, is)
        before, after = @was.family.values(slot), @is.family.values(slot)
        own = (was.parent == is.parent) ? was.values.keys | is.values.keys : Properties.all.map(&:name)
        differing = own.map { |name| Properties[name] }.reject { |property| property.same?(before[property.name], after[property.name]) }
        values = differing.map do |property|
          "#{property.label.downcase} #{property.show(before[property.name])} becomes #{property.show(after[property.name])}"
        end
        values.unshift("it is called “#{is.name}”") unless was.name == is.name
        values.push("it is followed by “#{@is.family[is.next_slot]&.name || is.name}”") unless was.next_slot == is.next_slot
        "“#{was.name}” (#{plain(slot)}): #{values.join("; ")}." if values.any?
      end

      def lists
        kinds = %i[bullets numbers].reject { |kind| @was.lists[kind] == @is.lists[kind] }
        kinds.map { |kind| "Lists with #{kind} have other signs or indents." }
      end

      def rules
        old, new = [@was, @is].map { |guide| guide.rules.to_h { |rule| [rule.id, rule] } }
        gone = (old.keys - new.keys).map { |id| "No longer asked for: #{old[id].clause}" }
        come = (new.keys - old.keys).map { |id| "New (#{new[id].severity}): #{new[id].sentence}" }
        gone + come + (old.keys & new.keys).filter_map { |id| rule(old[id], new[id]) }
      end

      def rule(was, is)
        said = []
        said << "“#{was.sentence}” becomes “#{is.sentence}”" unless was.sentence == is.sentence
        said << "#{is.clause} is a #{is.severity} now" unless was.severity == is.severity
        said << "it is worded “#{is.clause}”" if was.clause != is.clause && said.empty?
        "#{said.join("; ")}." if said.any? || was.data.except("clause", "severity") != is.data.except("clause", "severity")
      end

      def plain(slot) = slot.to_s.tr("_", " ")
    end
  end
end
