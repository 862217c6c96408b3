# frozen_string_literal: true

module Norvel
  module Changes
    # Takes out of the file what it tells of persons ("kinds" of Manuscript::Trace and "author", who the file's properties name, or "all").
    # Comments and revisions themselves stay.
    class RemoveTraces < Operation
      takes_besides kinds: :words

      AUTHOR = "author"

      # @param manuscript [Manuscript]
      # @return [Array<Manuscript::Trace>] all that it tells, the author in its properties first
      def self.of(manuscript)
        author = manuscript.info.author.to_s.strip
        named = author.empty? ? [] : [Manuscript::Trace.new(kind: :author, said: author)]
        named + manuscript.traces
      end

      def carry_out(manuscript)
        gone = going(manuscript)
        raise NothingToChange, "The file tells nothing of the kind." if gone.empty?

        info = (gone.any? { |trace| trace.kind == :author }) ? manuscript.info.with(author: nil) : manuscript.info
        manuscript.with(traces: manuscript.traces - gone, info: info)
      end

      def sentence(manuscript) = "Took out of the file: #{going(manuscript).map { |trace| trace.called.downcase }.uniq.join(", ")}."

      private

      def going(manuscript)
        told = self.class.of(manuscript)
        (parameters["kinds"] == "all") ? told : told.select { |trace| parameters.fetch("kinds").include?(trace.kind.to_s) }
      end
    end
  end
end
