# frozen_string_literal: true

# Roles as Norvel reads them, held against what writers meant: how many are right, role by role, and how right the sure ones are.
class RoleFigures
  Pair = Struct.new(:truth, :found, :confidence, :text, :seed, :reason, keyword_init: true) do
    def right? = truth == found
  end

  attr_reader :pairs

  # @param writers [Class] of manuscripts with `bytes` and their `truth` @param seeds [Enumerable<Integer>]
  def initialize(writers, seeds)
    @pairs = seeds.flat_map { |seed| pairs_of(writers.new(seed), seed) }
  end

  # @return [Float] the share of paragraphs that are read right
  def share = pairs.count(&:right?).fdiv(pairs.size)

  # @return [Hash{Symbol=>Array(Integer, Float, Float)}] how often each role is meant, its precision and its recall
  def by_role
    (pairs.map(&:truth) | pairs.map(&:found)).to_h do |role|
      meant, found = pairs.select { |pair| pair.truth == role }, pairs.select { |pair| pair.found == role }
      both = meant.count(&:right?).to_f
      [role, [meant.size, found.empty? ? 0.0 : both / found.size, meant.empty? ? 0.0 : both / meant.size]]
    end
  end

  # @return [Array(Integer, Float)] of the paragraphs called so sure, how many there are and which share of them is right
  def sure(low, high)
    band = pairs.select { |pair| pair.confidence >= low && pair.confidence < high }
    [band.size, band.empty? ? 0.0 : band.count(&:right?).fdiv(band.size)]
  end

  # @return [Hash{Array(Symbol, Symbol)=>Array<Pair>}] what was meant and what it was read as, the most frequent first
  def wrong = pairs.reject(&:right?).group_by { |pair| [pair.truth, pair.found] }.sort_by { |_, same| -same.size }.to_h

  private

  def pairs_of(writer, seed)
    manuscript = Norvel::Formats.read(writer.bytes)
    roles = Norvel::Roles.new(manuscript)
    manuscript.paragraphs.zip(writer.truth).filter_map do |paragraph, truth|
      next if truth.nil? || truth == :empty

      roles.of(paragraph.id).then do |role|
        Pair.new(truth: truth, found: role.name, confidence: role.confidence, text: paragraph.text, seed: seed, reason: role.reasons.first)
      end
    end
  end
end
