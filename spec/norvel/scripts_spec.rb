# frozen_string_literal: true

# The browser's side: modules of one idea, which know only those before them.
RSpec.describe "The scripts" do
  folder = File.expand_path("../../public/scripts/bench", __dir__)
  named = Regexp.new(%q(^import [{]([^}]*)[}] from "[.]/([\w.]+)";))
  imports = Dir[File.join(folder, "*.js")].to_h do |path|
    [File.basename(path), File.read(path, encoding: "UTF-8").scan(Regexp.new(%q(^import [^;]* from "[.]/([\w.]+)";))).flatten]
  end

  it "import each other without a cycle" do
    beyond = lambda do |name, seen = []|
      imports.fetch(name, []).each { |other| seen.include?(other) ? seen : beyond[other, seen << other] }
      seen
    end
    expect(imports.keys.select { |name| beyond[name].include?(name) }).to eq([])
  end

  it "import only what is there, by names that are exported" do
    exported = ->(name) {
      File.read(File.join(folder, name), encoding: "UTF-8").scan(/^export (?:async )?(?:function|const|let|class) (\w+)/).flatten
    }
    imports.each_key do |name|
      wanted = File.read(File.join(folder, name), encoding: "UTF-8").scan(named)
      wanted.each do |names, from|
        expect([name, from, names.split(",").map { |one| one.strip.split(" as ").first } - exported[from]]).to eq([name, from, []])
      end
    end
  end
end
