# frozen_string_literal: true

require_relative "stored/first_schema"

module Norvel
  # The values of a manuscript as plain JSON data and back: what ledgers and kept sheets are written in. Every value is written
  # by the members that it declares, those that have their default left out, so that a member added later is written as
  # well, and data from before has the default for it.
  #
  #   Stored.dump(run)                  # {"is" => "Run", "text" => "Bells", "properties" => {"set" => {"bold" => true}}}
  #   Stored.load(Stored.dump(run)) == run
  module Stored
    # Of the data that is written now. Whoever changes what data means raises it and keeps the reading of the former.
    SCHEMA = 4

    # Number formats of lists as data of schemas 1 and 2 has them.
    FORMER_NUMBER_FORMATS = {"lowerRoman" => "lower_roman", "upperRoman" => "upper_roman", "lowerLetter" => "lower_letter",
                             "upperLetter" => "upper_letter", "decimalZero" => "decimal_zero"}.freeze

    KINDS = [Manuscript::Run, Manuscript::Inset, Manuscript::Anchor, Manuscript::Paragraph, Manuscript::DropCap,
      Manuscript::Table, Manuscript::Row,
      Manuscript::Cell, Manuscript::Section, Manuscript::PageDesign,
      Manuscript::Folio, Manuscript::NoteForm, Manuscript::Settings, Manuscript::Info, Manuscript::Reference, Manuscript::ContentsList,
      Manuscript::Matter, Manuscript::Waiver, Manuscript::Returned,
      Manuscript::Trace, Manuscript::List, Manuscript::ListLevel, Manuscript::Inheritance, Manuscript::Grid,
      StyleSheet::Style, Properties::LineSpacing, Properties::TabStop,
      Properties::NumberRef].to_h { |kind| [kind.name.split("::").last, kind] }.freeze
    NAMES = KINDS.invert.freeze

    module_function

    # @param value [Object] a value of the core: plain, a symbol, an array, a hash, or one of KINDS
    # @return [Object] plain JSON data
    # @raise [ArgumentError] for anything else
    def dump(value)
      case value
      when Symbol then ":#{value}"
      when String then value.start_with?(":", "\\") ? "\\#{value}" : value
      when Array then value.map { |one| dump(one) }
      when Hash then dump_hash(value)
      when Integer, Float, true, false, nil then value
      else dump_members(value)
      end
    end

    # @param data [Object] from `dump`
    # @return [Object]
    def load(data)
      case data
      when String then load_string(data)
      when Array then data.map { |one| load(one) }.freeze
      when Hash then load_hash(data)
      else data
      end
    end

    # @param word [String] the number format of a list's level, of any schema
    # @return [String] as it is called now
    def number_format(word) = FORMER_NUMBER_FORMATS.fetch(word, word)

    # @param value [Value] one of KINDS
    # @param than [Value, nil] what it is compared with; nil: the defaults
    # @return [Hash] the members that differ, by name
    def members(value, than: nil)
      defaults = than ? than.to_h : value.class.defaults
      value.to_h.reject { |name, member| defaults.key?(name) && defaults[name] == member }.to_h { |name, member| [name.to_s, dump(member)] }
    end

    # @param data [Hash] from `members`
    # @return [Hash{Symbol=>Object}]
    def load_members(data) = data.to_h { |name, member| [name.to_sym, load(member)] }

    def dump_hash(hash)
      return {"set" => hash.to_h { |name, one| [name.to_s, dump(one)] }} if hash.each_key.all?(Symbol)

      {"map" => hash.map { |key, one| [dump(key), dump(one)] }}
    end

    def dump_members(value)
      kind = NAMES.fetch(value.class) { raise ArgumentError, "#{value.class} is not written down" }
      {"is" => kind, **members(value)}
    end

    def load_string(data)
      return data.delete_prefix("\\").freeze if data.start_with?("\\")

      data.start_with?(":") ? data.delete_prefix(":").to_sym : data.dup.freeze
    end

    def load_hash(data)
      return load_members(data["set"]).freeze if data.key?("set")
      return data["map"].to_h { |key, one| [load(key), load(one)] }.freeze if data.key?("map")

      members = load_members(data.except("is"))
      members[:format] = number_format(members[:format]) if data["is"] == "ListLevel" && members.key?(:format)
      kind = KINDS.fetch(data["is"])
      kind.new(**members.slice(*kind.members)) # a member that is no more is forgotten
    end
    private_class_method :dump_hash, :dump_members, :load_string, :load_hash
  end
end
