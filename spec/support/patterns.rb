# frozen_string_literal: true

require "ripper"

# Every regular expression of the code: those written out, and those that constants hold.
module Patterns
  ROOT = File.expand_path("../..", __dir__)
  Found = Struct.new(:place, :pattern)

  module_function

  # @return [Array<Found>]
  def all = @all ||= (written + held).uniq { |found| [found.pattern.source, found.pattern.options] }

  def written
    Dir[File.join(ROOT, "{lib,app}/**/*.rb")].flat_map { |path| in_file(path) }
  end

  def in_file(path)
    found, open = [], nil
    Ripper.lex(File.read(path, encoding: "UTF-8")).each do |(line, _), kind, token|
      case kind
      when :on_regexp_beg then open = [line, +"", false]
      when :on_embexpr_beg then open[2] = true if open
      when :on_tstring_content then open[1] << token if open
      when :on_regexp_end
        unless open.nil? || open[2]
          found << Found.new("#{path.delete_prefix("#{ROOT}/")}:#{open[0]}", Regexp.new(open[1].gsub("\\/", "/"), options(token)))
        end
        open = nil
      end
    end
    found
  end

  def options(token) =
    (token.include?("i") ? Regexp::IGNORECASE : 0) | (token.include?("m") ? Regexp::MULTILINE : 0) |
      (token.include?("x") ? Regexp::EXTENDED : 0)

  def held(holder = Norvel, seen = {})
    return [] if seen[holder]

    seen[holder] = true
    holder.constants(false).reject { |name| holder.autoload?(name) }.flat_map do |name|
      value = holder.const_get(name)
      next held(value, seen) if value.is_a?(Module) && value.name.to_s.start_with?("Norvel")

      within(value).map { |pattern| Found.new("#{holder}::#{name}", pattern) }
    end
  end

  def within(value)
    case value
    when Regexp then [value]
    when Hash then (value.keys + value.values).flat_map { |one| within(one) }
    when Array then value.flat_map { |one| within(one) }
    else []
    end
  end

  KINDS = {/\\s|\[:space:\]|\\S|\[\^/ => [" ", "\t", "\n", "\u00A0"], /\\d|\[:digit|0-9/ => ["1"],
           /\\w|\\p\{L|\[:alnum|a-z|A-Z|\.[*+]|\\S|\[\^/ => %w[a A i x], /\\p\{N/ => ["1"]}.freeze

  # @return [Array<String>] characters that a pattern looks at
  def looks_at(pattern)
    plain = pattern.source.gsub(/\\[pP]\{[^}]*\}|\[:\w+:\]|\\[uxsSdDwWbBAzZ]\{?\h*\}?/, "").chars.uniq.reject do |char|
      char.match?(/[\\\[\](){}?*+|^$]/)
    end
    classes = KINDS.flat_map { |sign, chars| pattern.source.match?(sign) ? chars : [] }
    (plain + classes + pattern.source.scan(/\\(.)/).flatten.reject { |char| char.match?(/[[:alnum:]]/) }).uniq
  end
end
