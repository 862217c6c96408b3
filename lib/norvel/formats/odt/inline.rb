# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Reads what stands in one paragraph (ISO/IEC 26300, part 3, §6.1) to runs.
      class Inline
        # What all paragraphs of a story share; looks as well, so that equal formatting is one object.
        class Context
          attr_reader :reader, :part, :frames, :margins, :looks

          def initialize(reader, part, frames, margins)
            @reader, @part, @frames, @margins = reader, part, frames, margins
            @bases = {}
            @looks = {}.compare_by_identity
            @revised = {}.compare_by_identity
          end

          # @return [Pieces::Look] of words with nothing said of them
          def base(hidden, generated)
            @bases[[hidden, generated]] ||= Pieces::Look.new(hidden: hidden, generated: generated)
          end

          # @return [Pieces::Look] the same of words that a revision put in
          def put_in(look) = @revised[look] ||= look.with(revised: true)
        end

        WRAPPERS = %w[text:meta text:meta-field draw:a text:ruby-base].freeze
        NAMED = %w[text:bookmark text:bookmark-start text:reference-mark text:reference-mark-start].freeze
        # Ends of ranges, hints, marks of indexes: they mean nothing where no word stands.
        NOTHING = %w[text:bookmark-end text:reference-mark-end text:toc-mark text:toc-mark-start text:toc-mark-end text:user-index-mark
          text:user-index-mark-start text:user-index-mark-end text:alphabetical-index-mark text:alphabetical-index-mark-start
          text:alphabetical-index-mark-end text:number office:annotation-end text:soft-page-break].freeze
        REVISIONS = %w[text:change text:change-start text:change-end].freeze
        MOST_SPACES = 100_000

        # @return [Array<Symbol>] as Manuscript::Paragraph has them
        attr_reader :carries

        # @param context [Context] @param place [StoryReader::Place] @param id [Integer] of the paragraph
        def initialize(context, place, id)
          @context = context
          @trace = context.reader.trace
          @reader, @part, @frames, @margins = context.reader, context.part, context.frames, context.margins
          @styles, @values = @reader.styles, @reader.styles.values
          @place = place
          @id = id
          @pieces = Pieces.new(@reader.limits)
          @carries = []
          @open = nil # the number of the stretch of characters that is open
        end

        # @param node [Nokogiri::XML::Element] text:p or text:h
        # @return [Inline]
        def read(node)
          children(node, @context.base(@place.hidden, @place.generated))
          self
        end

        # @return [Array<Manuscript::Run>]
        def runs = @pieces.runs

        # @return [Hash{Integer=>String}] by number of the run where its link leads
        def links = @pieces.links

        # @return [Integer] letters that are hidden
        def hidden = @pieces.hidden

        private

        def children(node, look)
          @open = nil
          @trace&.open(node)
          child = node.child
          while child
            (child.text? || child.cdata?) ? characters(child, look) : element(child, look)
            child = child.next_sibling
          end
          @open = nil
        end

        def stretch = @open ||= @pieces.next_origin

        def characters(node, look) = @pieces.characters(node.text, seen(look), part_of_stretch(node))

        def part_of_stretch(node) = stretch.tap { |number| @trace&.runs(node, number) }

        # @return [Integer] the number of what stands by itself
        def apart(node) = @pieces.next_origin.tap { |number| @trace&.runs(node, number) }

        # Words that a revision put in are marked so.
        def seen(look) = @reader.revisions.inserting? ? @context.put_in(look) : look

        def element(node, look)
          name = Names.of(node) or return
          return literal(node, name, look) if Walk::CHARACTERS.include?(name)

          @open = nil
          case name
          when "text:span" then children(node, span(node, look))
          when "text:a" then children(node, link(node, look))
          when "text:ruby" then ruby(node, look)
          when "text:note" then note(node, seen(look))
          when "office:annotation" then annotation(node, look)
          when *WRAPPERS then children(node, look)
          when *NAMED then @reader.anchor(node, @id)
          when *NOTHING then nil
          when *REVISIONS then revision(node, name)
          when *Frames::SHAPES then frame(node, seen(look))
          else other(node, name, seen(look))
          end
        end

        def other(node, name, look)
          return field(node, name, look) if Fields.field?(name)
          @values.tell("A paragraph that depends on a condition is shown.") if name == "text:hidden-paragraph"
          return hold(node, name, look) if node.child.nil? || HELD.include?(name) || name.start_with?("form:")

          children(node, look) # words are text, whatever stands around them (part 3, §3.17)
        end

        HELD = %w[text:script office:event-listeners office:binary-data office:forms].freeze

        def literal(node, name, look)
          case name
          when "text:s" then @pieces.literal(" " * spaces(node), seen(look), part_of_stretch(node))
          when "text:tab" then @pieces.literal("\t", seen(look), part_of_stretch(node))
          when "text:line-break" then @pieces.literal("\n", seen(look), part_of_stretch(node))
          end
        end

        def spaces(node)
          count = @values.count(Names.attribute(node, "text:c"), 0..(10**9), "A number of spaces") || 1
          raise FileError, "A paragraph of the file has more than #{MOST_SPACES} spaces in a row; it was not opened." if count > MOST_SPACES

          count
        end

        # What stands further in says more; what a style further in says, says it over anything by hand around it.
        def span(node, look)
          named(Names.attribute(node, "text:style-name"), look)
        end

        def named(name, look)
          own = @styles.own(Styles::TEXT, name, @part) { |property| @styles.default(property) }
          return look if own.style.nil? && own.set.empty?

          here = (@context.looks[look] ||= {})[own.style] ||= {}.compare_by_identity
          here[own.set] ||= nested(look, own).then { |shown| hidden?(shown) ? shown.with(hidden: true) : shown }
        end

        def hidden?(look) = look.set.fetch(:hidden) { look.style && @styles.sheet.saying(look.style, :hidden)&.properties&.[](:hidden) }

        def nested(look, own)
          return look.with(set: look.set.merge(own.set)) if own.style.nil?

          says = @styles.sheet.chain(own.style).flat_map { |style| style.properties.keys }
          inner = look.with(set: look.set.except(*says).merge(own.set))
          (own.style == look.style) ? inner : inner.with(within: [*look.within, *look.style], style: own.style)
        end

        def link(node, look)
          inner = look.with(link: Names.attribute(node, "xlink:href").to_s)
          style = Names.attribute(node, "text:style-name")
          style ? named(style, inner) : inner
        end

        # A reading aid beside words: the words are text, the aid is kept.
        def ruby(node, look)
          @trace&.open(node)
          Names.elements(node) do |inner|
            (Names.of(inner) == "text:ruby-base") ? children(inner, look) : hold(inner, "text:ruby-text", look)
          end
          @values.tell("A reading aid beside words (ruby) is kept, and not drawn.")
        end

        def note(node, look)
          ref = @reader.note(node, @part)
          @pieces.literal(Manuscript::INSET_MARK, look, apart(node),
            insets: [Manuscript::Inset.new(kind: :note, ref: ref)])
        end

        def annotation(node, look)
          ref = @reader.annotation(node, @id)
          @pieces.add("", look, apart(node), held: ["office:annotation #{ref}".freeze])
        end

        def revision(node, name)
          @reader.revisions.mark(node, name, @id)
          @carries |= [:revision]
        end

        def frame(node, look)
          inset = @frames.read(node)
          @carries |= [:anchor] if inset.kind == :anchor
          @pieces.literal(Manuscript::INSET_MARK, look, apart(node), insets: [inset])
        end

        def field(node, name, look)
          text = node.text.tr("\t\r\n", " ").squeeze(" ")
          more = Fields.of(node, name, margins: @margins)
          generated = look.generated || Fields::GENERATED.include?(name)
          inner = look.with(generated: generated && !Fields::IN_TEXT.include?(more[:field]))
          @carries |= [:field]
          @reader.placeholder(@id, text) if name == "text:placeholder" && !text.empty?
          @values.tell("Text that depends on a condition stands as it came out last.") if name == "text:conditional-text"
          if name == "text:hidden-text" && Names.attribute(node, "text:is-hidden") == "true"
            return @pieces.add(text, inner.with(hidden: true), apart(node))
          end
          return @pieces.add("", inner, apart(node), held: ["field #{name}".freeze]) if text.empty? && more[:field].nil?

          @pieces.literal(text, inner, apart(node), **more)
        end

        # What is not known is kept; words that stand in it are text.
        def hold(node, name, look)
          @pieces.add("", look, apart(node), held: [[name, *node.text.split.first(20)].join(" ").freeze])
        end
      end
    end
  end
end
