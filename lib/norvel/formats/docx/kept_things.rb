# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What a file has besides a manuscript, and what comes of it here: told when it is read.
      module KeptThings
        SENTENCES = {
          macros: Told::MACROS,
          signature: Told::SIGNATURE,
          protection: "The file is protected against changes; what is delivered says so still.",
          chunk: "Text of another file is built in; it stays where it is, and is not shown.",
          part: "The file points at parts in other files; they stay there, and are not shown."
        }.freeze
        PROTECTED = /<(?:[\w.-]{1,40}:)?(?:documentProtection|writeProtection)\b([^<>]{0,2000})>/n
        ENFORCED = /(?:enforcement="(?:1|true|on)"|recommended="(?:1|true|on)"|hashValue=|hash=)/n

        module_function

        # @param package [Package]
        # @return [Array<String>] a sentence each
        def told(package) = SENTENCES.select { |what, _| send(:"#{what}?", package) }.values

        def macros?(package) =
          package.archive.members.each_key.any? { |name| name.match?(/vbaProject\.bin\z/i) } ||
            package.main_type.to_s.include?("macroEnabled")

        def signature?(package) =
          package.relationships("").values.any? { |link| link[:type] == "origin" && link[:target].to_s.include?("signature") }

        def protection?(package)
          settings = package.related("settings") or return false
          package.archive.members[settings].b.scan(PROTECTED).flatten.any? { |attributes| attributes.match?(ENFORCED) }
        end

        def chunk?(package) = element?(package, "altChunk")

        def part?(package) = element?(package, "subDoc")

        def element?(package, name) = package.archive.members[package.main].b.match?(/<(?:[\w.-]{1,40}:)?#{name}\b/n)
        private_class_method(*SENTENCES.keys.map { |what| :"#{what}?" }, :element?)
      end
    end
  end
end
