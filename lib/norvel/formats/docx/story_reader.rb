# frozen_string_literal: true

require_relative "inset_reader"
require_relative "stray_text"
require_relative "table_reader"
require_relative "fields"
require_relative "held"
require_relative "revisions"

module Norvel
  module Formats
    module Docx
      # Reads one story (body, note, header) to blocks. Fields are followed across paragraphs: their
      # result is text, their instruction is not (ISO/IEC 29500-1 §17.16).
      class StoryReader
        TEXT_PIECES = {"tab" => "\t", "cr" => "\n", "noBreakHyphen" => "\u2011", "softHyphen" => "\u00AD"}.freeze
        MARKS = {"footnoteReference" => "footnotes", "endnoteReference" => "endnotes"}.freeze
        DEEPEST_TABLE = 20

        attr_reader :spelling

        # @param spelling [Spelling] @param relationships [Hash] of the part
        # @param hidden [Proc] told the number of hidden characters left out
        # @param box [Proc] given the content of a text box @param margins [Boolean] whether it is a header or footer
        # @param formatting [Boolean] whether recorded changes of formatting are looked for
        def initialize(spelling, sheet, relationships, hidden: ->(_) {}, box: ->(_) {}, margins: false, formatting: false)
          @spelling = spelling
          @codecs = spelling.codecs
          @sheet = sheet
          @insets = InsetReader.new(relationships, spelling.codecs)
          @hidden = hidden
          @box = box
          @fields = Fields.new(margins: margins)
          @formatting = formatting
          @matters = []
        end

        # @return [Array<Manuscript::Matter>] comments and revisions, comments by their number alone
        attr_reader :matters

        # @return [Array<Manuscript::ContentsList>] the lists that it has read
        def contents = @fields.contents

        # @param container [Nokogiri::XML::Element]
        # @param base [Integer] the number of its first paragraph
        # @return [Array<Manuscript::Paragraph, Manuscript::Table>]
        def read(container, base)
          @next_id = base
          @fields.know(container)
          read_blocks(container, 0).tap { @fields.faults.each { |fault| @codecs.tell(fault) } }
        end

        private

        def read_blocks(container, depth)
          raise FileError, "Tables are nested more than #{DEEPEST_TABLE} deep; the file cannot be read." if depth > DEEPEST_TABLE

          note_stray(StrayText.between_blocks(container))
          blocks = []
          Walk.blocks(container) { |node| blocks << ((node.name == "p") ? read_paragraph(node, depth.positive?) : read_table(node, depth)) }
          blocks
        end

        def read_table(node, depth)
          id = depth.zero? ? "t#{@next_id}" : "t#{@next_id}.#{depth}"
          TableReader.new(@codecs) { |cell| read_blocks(cell, depth + 1) }.read(node, id)
        end

        def read_paragraph(node, in_table)
          id = @paragraph = @next_id
          @next_id += 1
          properties = child(node, "pPr")
          mark = child(properties, "rPr")
          style = child(properties, "pStyle")&.then { |reference| attribute(reference) }
          @carries = []
          @controls = {}
          carry(:field) if @fields.instruction?
          carry(:control) if alone_in_control?(node)
          carry(:section_end) if child(properties, "sectPr")
          carry(:frame) if child(properties, "framePr")
          carry(:revision) if Revisions.of_end(node, "ins") || Revisions.of_end(node, "del")
          carry(:end_taken_out) if Revisions.of_end(node, "del")
          runs = read_runs(node)
          mark_properties = @spelling.read(mark, :text)
          paragraph = Manuscript::Paragraph.new(id: id, style: known(style, :paragraph) || @sheet.default_id,
            properties: @spelling.read(properties, :paragraph),
            mark_properties: mark_properties, mark_style: known(
              child(mark, "rStyle")&.then { |reference| attribute(reference) }, :character
            ),
            runs: runs, carries: @carries.uniq, in_table: in_table, run_in: run_in?(mark), drop_cap: drop_cap(child(properties, "framePr")))
          note_placeholder(node, paragraph)
          paragraph
        end

        CAP_LINES = (1..10)

        # One in the margin is a frame like others.
        def drop_cap(frame)
          return unless frame && attribute(frame, "dropCap") == "drop"

          Manuscript::DropCap.new(lines: @codecs.count(attribute(frame, "lines") || "1", CAP_LINES, "the lines of a drop cap"),
            gap: @codecs.measure(attribute(frame, "hSpace")) || 0)
        end

        # ISO/IEC 29500-1 §17.3.2.36: an end that is always hidden.
        def run_in?(mark) = (special = child(mark, "specVanish")) ? @codecs.on?(special) : false

        def known(id, kind)
          return if id.nil?

          if @sheet[id]&.kind == kind
            @sheet[id].id
          else
            @codecs.unknown("The file asks for the #{kind} style “#{id}”",
              "the #{(kind == :paragraph) ? "default style" : "paragraph's own text"}") && nil
          end
        end

        def read_runs(node)
          runs = []
          note_revisions(node)
          carry(:stray_text) if note_stray(StrayText.in_paragraph(node))
          Walk.leaves(node) do |element, wrappers, number|
            next if number.nil?

            run = case element.name
            when "r" then read_run(element, wrappers, number)
            when "oMath", "oMathPara" then equation(number)
            else read_beside(element, wrappers, number)
            end
            runs << run if run
          end
          runs
        end

        # Content that is no run: a field in one element without a result may be one that the layout works out.
        def read_beside(node, wrappers, number)
          return held_run(Held.of(node, @codecs), wrappers, number) unless node.name == "fldSimple"

          code = FieldCode.new(attribute(node, "instr").to_s)
          carry(:field)
          field = @fields.laid_out(code)
          if field
            return Manuscript::Run.new(field: field, generated: @fields.generated?,
              by: (code.arguments.first if field == :chapter), control: control(wrappers), origin: number)
          end

          held_run(Held.field(code), wrappers, number)
        end

        def held_run(what, wrappers, number)
          Manuscript::Run.new(held: [what], generated: @fields.generated?, control: control(wrappers), origin: number)
        end

        CONTROLS = %w[sdt smartTag customXml].freeze

        # @return [Integer, nil] which control of the paragraph it stands in, the innermost
        def control(wrappers)
          inner = wrappers.reverse_each.find { |wrapper| CONTROLS.include?(wrapper.name) } or return
          @controls[inner.pointer_id] ||= @controls.size
        end

        # Whether a control around paragraphs would be left with nothing but emptiness.
        def alone_in_control?(node)
          return false unless %w[sdtContent customXml smartTag].include?(node.parent.name)

          blocks = node.parent.element_children.reject { |child| Walk::MEANINGLESS.include?(child.name) }
          blocks.first == node && blocks.all? { |block| block.name == "p" && block.text.strip.empty? }
        end

        # @param found [Array<String>]
        def note_stray(found)
          found.each do |words|
            @codecs.tell("“#{words[0, 60]}#{" …" if words.length > 60}” stands in the file where no text may stand; it " \
              "stays there, and is not shown.")
          end
          found.any?
        end

        # What was moved is one matter: where it was taken from.
        def note_revisions(node)
          Revisions.within(node).each_with_index do |part, place|
            carry(:revision)
            next if part.name == "moveTo"

            @matters << Manuscript::Matter.new(kind: Revisions::KINDS[part.name], paragraph: @paragraph,
              text: Revisions.words(part), ref: place.to_s)
          end
          note_formatting(node)
          note_end(node) unless @matters.any? do |matter|
            matter.paragraph == @paragraph && %i[insertion deletion move].include?(matter.kind)
          end
        end

        # Sample text that is to be replaced (§17.5.2.39).
        def note_placeholder(node, paragraph)
          return if paragraph.blank? || (@controls.empty? && node.parent.name != "sdtContent")

          inner = node.element_children.select { |part| part.name == "sdt" }
          around = (node.parent if node.parent.name == "sdtContent")&.parent
          return if [*inner, *around].none? { |control| child(child(control, "sdtPr"), "showingPlcHdr") }

          @matters << Manuscript::Matter.new(kind: :placeholder, paragraph: paragraph.id, text: paragraph.written)
        end

        def note_formatting(node)
          changed = @formatting ? Revisions.formatting(node) : []
          return if changed.empty?

          runs = changed.select { |one| one.name == "rPrChange" && one.parent.parent.name == "r" }
          words = (runs.size == changed.size) ? runs.map { |run| Revisions.words(run.parent.parent) }.join : Revisions.words(node)
          @matters << Manuscript::Matter.new(kind: :formatting, paragraph: @paragraph, text: words, ref: Revisions::FORMATTING)
        end

        # Its end alone was put in or taken out.
        def note_end(node)
          kind = %w[del ins].find { |name| Revisions.of_end(node, name) } or return
          @matters << Manuscript::Matter.new(kind: Revisions::KINDS[kind], paragraph: @paragraph, ref: Revisions::END_OF_PARAGRAPH)
        end

        def equation(number)
          Manuscript::Run.new(text: Manuscript::INSET_MARK, insets: [Manuscript::Inset.new(kind: :equation)], origin: number)
        end

        def read_run(node, wrappers, number)
          properties = child(node, "rPr")
          set = @spelling.read(properties, :text)
          style = known(child(properties, "rStyle")&.then { |reference| attribute(reference) }, :character)
          simple = wrappers.find { |wrapper| wrapper.name == "fldSimple" }
          carry(:field) if simple
          text = +""
          insets = []
          @held = []
          Walk.elements(node) do |piece|
            had = text.length
            read_piece(piece, text, insets)
            @fields.show if text.length > had
          end
          if hidden?(set, style, text)
            @held << Held.hidden(text) unless text.empty?
            text, insets = +"", []
          end
          field, refers, generated, by = @fields.about(simple && attribute(simple, "instr").to_s)
          field = nil if text.empty?
          field = @own_number || @ended_bare || field
          return if text.empty? && field.nil? && @held.empty?

          # The raising of a note mark is no direct formatting of the text.
          set = set.except(:raised) if insets.any? { |inset| inset.kind == :note } && text.length == insets.length
          Manuscript::Run.new(text: text.freeze, style: style, properties: set, insets: insets,
            link: wrappers.any? { |wrapper| wrapper.name == "hyperlink" } || nil,
            field: field, revised: wrappers.any? { |wrapper| %w[ins moveTo].include?(wrapper.name) },
            generated: generated && !Fields::IN_TEXT.include?(field), refers: refers, by: (by if field == :chapter),
            column_break: column_break?(node, text), tab_to: tab_to(node), held: @held.freeze, control: control(wrappers), origin: number)
        ensure
          @ended_bare = @own_number = nil
        end

        def hidden?(set, style, text)
          hidden = set.fetch(:hidden) { style && @sheet.saying(style, :hidden)&.properties&.[](:hidden) }
          @hidden.call(text.length) if hidden
          hidden
        end

        def read_piece(piece, text, insets)
          return follow_field(piece) if piece.name == "fldChar"
          return instruct(piece) if piece.name == "instrText"
          return if NOTHING.include?(piece.name)
          return hold(piece) if @fields.instruction?

          case piece.name
          when "t" then add_text(piece.text.tr("\n\r", " "), text, insets)
          when "commentReference"
            @matters << Manuscript::Matter.new(kind: :comment, paragraph: @paragraph, ref: "comment #{attribute(piece, "id")}")
            hold(piece)
          when "footnoteRef", "endnoteRef" then @own_number = :own_number
          when "br" then text << page_break(piece)
          when "sym" then add_symbol(piece, text, insets)
          when "ruby"
            text << Held.ruby_base(piece).tr("\n\r", " ")
            hold(piece)
            @codecs.tell("A reading aid beside words (ruby) is kept, and not drawn.")
          when "ptab"
            text << "\t"
            hold(piece)
          when *TEXT_PIECES.keys then text << TEXT_PIECES[piece.name]
          when *MARKS.keys then place(text, insets,
            Manuscript::Inset.new(kind: :note, ref: "#{MARKS[piece.name]}:#{attribute(piece, "id")}"))
          when "drawing", "pict", "object", "AlternateContent" then read_inset(piece, text, insets) || hold(piece)
          else hold(piece)
          end
        end

        NOTHING = %w[rPr lastRenderedPageBreak annotationRef separator continuationSeparator].freeze

        # What is no text and may not go with the white space around it.
        def hold(piece) = @held << Held.of(piece, @codecs)

        def instruct(piece) = @fields.instruct(piece.text) || hold(piece)

        def column_break?(node, text)
          text.include?("\f") && node.element_children.none? { |piece| piece.name == "br" && attribute(piece, "type") == "page" }
        end

        # Where a positional tab goes (§17.3.3.23).
        def tab_to(node)
          tab = node.element_children.find { |piece| piece.name == "ptab" }
          tab && PLACES.fetch(attribute(tab, "alignment"), :start)
        end

        PLACES = {"left" => :start, "center" => :center, "right" => :end}.freeze

        def page_break(piece)
          case attribute(piece, "type")
          when "page", "column"
            carry(:page_break)
            "\f"
          else "\n"
          end
        end

        # The sign that holds the place of insets may stand in a text by itself.
        def add_text(content, text, insets)
          content.count(Manuscript::INSET_MARK).times { insets << Manuscript::Inset.new(kind: :symbol) }
          text << content
        end

        # A symbol given by font and code: code points of the private area stand for another font's glyphs.
        def add_symbol(piece, text, insets)
          code = attribute(piece, "char").to_s.hex
          code -= 0xF000 if code.between?(0xF020, 0xF0FF)
          return text << [code].pack("U") if code.between?(0x20, 0xD7FF) && !attribute(piece, "font").to_s.match?(/symbol|dings/i)

          place(text, insets, Manuscript::Inset.new(kind: :symbol))
        end

        def read_inset(piece, text, insets)
          inset = @insets.read(piece) or return nil
          boxes = @insets.boxes(piece).map { |content| @box.call(content) }
          carry(:anchor)
          place(text, insets, (boxes.size == 1) ? inset.with(box: boxes.first) : inset)
        end

        def place(text, insets, inset)
          insets << inset
          text << Manuscript::INSET_MARK
        end

        def follow_field(piece)
          carry(:field)
          return hold(piece) if @fields.stray?(piece)

          bare = @fields.follow(attribute(piece, "fldCharType"), @paragraph) or return
          @ended_bare = @fields.laid_out(bare)
          @held << Held.field(bare) unless @ended_bare
        end

        def carry(what) = @carries << what

        def child(node, name) = Walk.child(node, name)

        def attribute(node, name = "val") = @codecs.attribute(node, name)
      end
    end
  end
end
