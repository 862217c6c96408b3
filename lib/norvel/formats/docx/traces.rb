# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What a file tells of persons (ISO/IEC 29500-1 §17.13.4.2, §17.13.5, §17.15.1.6; -2 §11.1; -1 §22.2): read, and taken out.
      class Traces
        NOBODY = "Author" # where the standard asks for a name
        MARKED = %r{\Aword/(?:document|footnotes|endnotes|comments|header\d*|footer\d*|people)\.xml\z}i
        APPLICATION = {company: "Company", manager: "Manager", template: "Template"}.freeze
        NAMED = {"author" => :authors, "date" => :dates, "initials" => :authors}.freeze

        # @param package [Package]
        def initialize(package)
          @package = package
        end

        # @return [Array<Manuscript::Trace>]
        def read
          authors + dates + [
            trace(:last_editor, said(core, "lastModifiedBy")),
            *APPLICATION.map { |kind, name| trace(kind, said(application, name)) }, attached
          ].compact
        end

        # @param before [Array<Manuscript::Trace>] @param now [Array<Manuscript::Trace>]
        # @param changed [Hash{String=>String}] the members that change; added to
        # @return [void]
        def write(before, now, changed)
          gone = before - now
          kinds = gone.map(&:kind)
          names = gone.select { |trace| %i[comment_author revision_author].include?(trace.kind) }.to_set(&:said)
          if names.any? || kinds.include?(:dates)
            marked.each { |part| patch(part, changed) { |root| bare(root, names, kinds.include?(:dates)) } }
          end
          patch(core, changed) { |root| Walk.child(root, "lastModifiedBy")&.unlink } if kinds.include?(:last_editor)
          wanted = APPLICATION.slice(*kinds).values
          patch(application, changed) { |root| wanted.count { |name| Walk.child(root, name)&.unlink }.positive? } if wanted.any?
          detach(changed) if kinds.include?(:template)
        end

        private

        def marked = @package.archive.members.keys.grep(MARKED)

        def core = @package.relationships("").values.find { |link| link[:type] == "core-properties" }&.fetch(:target)

        def application = @package.relationships("").values.find { |link| link[:type] == "extended-properties" }&.fetch(:target)

        def trace(kind, words) = (Manuscript::Trace.new(kind: kind, said: words) unless words.to_s.strip.empty?)

        def said(part, name) = (part && @package.part?(part)) ? Walk.child(@package.xml(part).root, name)&.text : nil

        def authors
          found = Hash.new(0)
          each_mark { |kind, name, value| found[[kind, value]] += 1 if name == "author" && value != NOBODY }
          found.map { |(kind, name), count| Manuscript::Trace.new(kind: kind, said: name, count: count) }
        end

        def dates
          count = 0
          each_mark { |_, name, _| count += 1 if name == "date" }
          count.positive? ? [Manuscript::Trace.new(kind: :dates, count: count)] : []
        end

        MARK =
          /<(?:[\w.-]{1,40}:)?(#{[
            'comment|person|ins|del|moveFrom|moveTo|cellIns|cellDel|cellMerge|numberingChange|\w{1,20}Change',
            "moveFromRangeStart|moveToRangeStart"
          ].join("|")})\s([^<>]{0,2000})>/
        SAID = %w[author= date=].map(&:b).freeze # looked for before anything is taken to pieces
        ATTRIBUTE = /\b(author|date)="([^"]{0,400})"/

        def each_mark
          marked.each do |part|
            member = @package.archive.members[part]
            next unless SAID.any? { |name| member.include?(name) }

            member.dup.force_encoding(Encoding::UTF_8).scrub.scan(MARK) do |element, attributes|
              kind = %w[comment person].include?(element) ? :comment_author : :revision_author
              attributes.scan(ATTRIBUTE) { |name, value| yield kind, name, CGI.unescapeHTML(value) }
            end
          end
        end

        # @return [Array] what of a part was taken out
        def bare(root, names, dates)
          marks = root.xpath("//@*[local-name()='author' or local-name()='date' or local-name()='initials']").select do |mark|
            mark.node_name != "date" || mark.parent.attribute_nodes.any? { |node| node.node_name == "author" }
          end
          who = marks.select { |mark| mark.node_name == "author" && names.include?(mark.value) }
          owners = who.map(&:parent)
          initials = marks.select { |mark| mark.node_name == "initials" && owners.include?(mark.parent) }
          who.each { |mark| mark.value = NOBODY }
          times = dates ? marks.select { |mark| mark.node_name == "date" } : []
          (initials + times).each(&:unlink)
          who + initials + times
        end

        def attached
          link = settings_links.values.find { |one| one[:type] == "attachedTemplate" }
          trace(:template, link && link[:target])
        end

        def settings_links = (settings = @package.related("settings")) ? @package.relationships(settings) : {}

        # The path of the template, in the settings and where they point.
        def detach(changed)
          settings = @package.related("settings") or return
          patch(settings, changed) { |root| Walk.child(root, "attachedTemplate")&.unlink }
          relations = @package.actual(Package.relationships_name(settings))
          return unless @package.part?(relations)

          patch(relations, changed) do |root|
            root.element_children.select { |link| link["Type"].to_s.end_with?("/attachedTemplate") }.each(&:unlink).any?
          end
        end

        def patch(part, changed)
          return if part.nil? || (!changed.key?(part) && !@package.part?(part))

          document = changed.key?(part) ? Nokogiri::XML(changed[part]) : @package.parse(part)
          done = yield document.root
          changed[part] = Patching.serialize(document) if done && done != []
        end
      end
    end
  end
end
