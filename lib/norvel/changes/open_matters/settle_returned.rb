# frozen_string_literal: true

module Norvel
  module Changes
    # What formatting came with a version that was given back (Manuscript::Returned) is decided on, in "paragraphs" or in "all": "take" lets
    # it be as it came, and gives the style that they gave; "clear" has it as it was here.
    class SettleReturned < Operation
      takes paragraphs: :paragraphs, way: :word

      WAYS = %w[take clear].freeze

      def carry_out(manuscript)
        raise ChangeRefused, "It is taken or cleared." unless WAYS.include?(parameters["way"])

        settled = settled(manuscript)
        raise NothingToChange, "There is no formatting of theirs to decide on." if settled.empty?

        changed = settled.group_by(&:paragraph).filter_map do |id, all|
          paragraph = manuscript.paragraph(id)
          [id, all.reduce(paragraph) { |now, one| decided(now, one, manuscript) }] if paragraph
        end
        manuscript.with_paragraphs(changed.to_h).with(returned: manuscript.returned - settled)
      end

      def sentence(manuscript)
        count = settled(manuscript).map(&:paragraph).uniq.size
        "#{(parameters["way"] == "take") ? "Took" : "Cleared"} the formatting that came with the version in " \
          "#{counted(count, "paragraph")}."
      end

      private

      def settled(manuscript)
        ids = parameters.fetch("paragraphs")
        (ids == "all") ? manuscript.returned : manuscript.returned.select { |one| ids.map(&:to_i).include?(one.paragraph) }
      end

      def decided(paragraph, one, manuscript)
        take = parameters["way"] == "take"
        if one.property == :style
          return (take && manuscript.sheet[one.value]) ? paragraph.with(style: one.value) : paragraph
        end
        return paragraph if take
        return paragraph.with(properties: bare(paragraph.properties, one)) unless one.places

        cleared(paragraph, one)
      end

      def cleared(paragraph, one)
        one.stretches(paragraph).reduce(paragraph) { |now, (from, to)| now.with_stretch(from, to) { |run| without(run, one) } }
      end

      def without(run, one)
        return run.with(style: (run.style == one.value) ? one.ours : run.style) if one.property == :character_style

        run.with(properties: bare(run.properties, one))
      end

      # Whatever was set otherwise meanwhile stays.
      def bare(properties, one)
        return properties unless properties[one.property] == one.value

        one.ours.nil? ? properties.except(one.property) : properties.merge(one.property => one.ours)
      end
    end
  end
end
