# frozen_string_literal: true

require "ripper"

# The order of the rooms (docs/architecture.md): each refers only to itself and to those before it.
RSpec.describe "The rooms" do
  lib = File.expand_path("../../lib/norvel", __dir__)
  order = %w[version errors value lengths properties cures manuscript style_sheet stored cascade fonts layout reading
    looks roles captions contents references breaks guide sheets drawing changes examination learning together side_by_side plan formats
    next_version template report command_line]

  # Doors that stand open against the order, each with its reason.
  doors = {}

  # @return [Array<String>] constants that a file defines under Norvel, by their first name, or all that it refers to
  sexp = ->(path) { Ripper.sexp(File.read(path, encoding: "UTF-8")) || raise("#{path} cannot be parsed") }
  constants = lambda do |node, found = []|
    next found unless node.is_a?(Array)

    case node[0]
    when :const_path_ref then found << [*constants.call(node[1]), node[2][1]].join("::")
    when :var_ref, :const_ref then found << node[1][1] if node[1].is_a?(Array) && node[1][0] == :@const
    else node.each { |part| constants.call(part, found) }
    end
    found
  end
  room_of = ->(path) { path.delete_prefix("#{lib}/").split("/").first.delete_suffix(".rb") }
  files = Dir["#{lib}/**/*.rb"].sort
  names = files.each_with_object({}) do |path, found|
    File.read(path, encoding: "UTF-8").scan(/^ {2}(?:class|module) ([A-Z]\w+)|^ {2}([A-Z]\w+) = /).flatten.compact.each do |name|
      found[name] ||= room_of[path]
    end
  end

  it "are all in the list" do
    expect(files.map(&room_of).uniq - order).to eq([])
    expect(names).to include("Cascade" => "cascade", "Layout" => "layout", "Plan" => "plan", "EmptyParagraphs" => "reading")
  end

  it "are seen by what a file refers to" do
    expect(constants.call(sexp["#{lib}/changes/operation.rb"])).to include("Layout::FormatTable", "Lengths::PT", "ChangeRefused")
    expect(constants.call(sexp["#{lib}/guide/rules/by_hand.rb"])).to include("Norvel::DirectFormatting", "EmptyParagraphs")
  end

  # A change named by a string is a way downwards all the same: before the changes, only Cures names them.
  it "name changes in Cures alone, and there such as there are" do
    operations = Norvel::Changes::OPERATIONS.keys
    strings = ->(node) {
      next [] unless node.is_a?(Array)

      (node[0] == :@tstring_content) ? [node[1]] : node.flat_map { |part| strings.call(part) }
    }
    before = files.select { |path| order.index(room_of[path]) < order.index("changes") }
    named = before.to_h { |path| [path.delete_prefix("#{lib}/"), strings.call(sexp[path]) & operations.grep(/_/)] }
    expect(named.except("cures.rb").reject { |_, found| found.empty? }).to eq({})
    expect(strings.call(sexp["#{lib}/plan/baring.rb"]) & operations).not_to be_empty
    expect(Norvel::Cures::NAMES.map(&:to_s) - operations).to eq([])
  end

  files.each do |path|
    it "#{path.delete_prefix("#{lib}/")} refers to no room that comes after its own" do
      own = order.index(room_of[path])
      later = constants.call(sexp[path]).map { |name| name.delete_prefix("Norvel::").split("::").first }.uniq.select do |name|
        names[name] && order.index(names[name]) > own
      end
      expect(later - doors.fetch(path.delete_prefix("#{lib}/"), [])).to eq([])
    end
  end
end
