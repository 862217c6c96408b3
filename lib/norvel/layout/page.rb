# frozen_string_literal: true

module Norvel
  class Layout
    # Why the next page begins, the first paragraph on it, and how many points this page leaves empty.
    Turn = Value.define(:reason, paragraph: nil, empty: 0.0)

    # A line at its place: `area` is :body, :cell, :note, :header or :footer; `x` is the column's left edge and
    # `y` the line's top, points from the paper's top left corner.
    # `column` counts from 0 at the start side; below the y of `cut` nothing of it is shown (nil: all is).
    Placed = Struct.new(:area, :paragraph, :setting, :line, :x, :y, :column, :cut) do
      def baseline = y + line.baseline

      # @return [Float] the y of what is shown of it, at the foot
      def foot = [y + line.height, cut].compact.min

      # @return [Boolean] whether nothing of it is shown
      def hidden? = !cut.nil? && y >= cut

      # @return [Boolean] whether some of it is not shown; what a line's height has below its letters may go
      def cut_off? = !cut.nil? && y + line.height > cut + Placed::SLIGHT

      # @param by [Float] points down
      # @return [void]
      def sink(by)
        self.y += by
        self.cut += by if cut
      end

      # @return [Boolean] whether the other is of the same paragraph, in the same column
      def goes_on?(other) = paragraph.equal?(other.paragraph) && area == other.area && column == other.column
    end

    Placed::SLIGHT = 1.0 # points

    # A straight line on the page, points; `side` says how it is drawn (Frames::Side), nil: a fine line.
    Rule = Struct.new(:x1, :y1, :x2, :y2, :side) do
      # @return [Rule] the same, elsewhere
      def moved(x, y) = self.class.new(x1 + x, y1 + y, x2 + x, y2 + y, side)

      # @return [Rule, nil] what of it stands above a y
      def above(y) = (self.class.new(x1, y1, x2, [y2, y].min, side) if y1 <= y)
    end

    # A coloured rectangle behind text, points.
    Fill = Struct.new(:x, :y, :width, :height, :color) do
      # @return [Fill] the same, elsewhere
      def moved(right, down) = self.class.new(x + right, y + down, width, height, color)

      # @return [Fill, nil] what of it stands above a y
      def above(down) = (self.class.new(x, y, width, [height, down - y].min, color) if y < down)
    end

    # One physical page. `part` is the index of its section; `frames` are what is drawn around and behind paragraphs,
    # `fills` what is shaded of tables, `floats` what floats; `first` pages begin their part, `blank` ones only see to
    # it that the next is a recto or verso.
    #
    # What stands on it is put there when somebody looks at it: of most layouts it is asked how many pages there are, and of a few pages
    # what they show. `pieces` are what it holds, as [items, from, to]; `apart` says that some of it is not plain.
    Page = Struct.new(:number, :part, :design, :first, :monitor, :placed, :rules, :frames, :fills, :floats, :pieces, :text_steps,
      :margin_steps, :folio, :turn, :top, :bottom, :left, :text_width, :blank, :apart, :stage, :busy) do
      # @param number [Integer] @param part [Integer] @param design [PageDesign]
      # @param monitor [Monitor] of the layout: one at a time puts things on its pages
      # @return [Page] with nothing on it
      def self.empty(number, part, design, monitor, first: false)
        new(number, part, design, first, monitor, [], [], [], [], [], [], [], []).tap { |page| page.stage = 0 }
      end

      def initialize_copy(other)
        other.settle
        super
      end

      def width = design.width / 12_700.0

      def height = design.height / 12_700.0

      %i[placed rules frames fills floats].each do |name|
        define_method(name) do
          settle
          self[name]
        end
      end

      # @return [Array<Placed>] without headers and footers
      def text_placed
        settle(1)
        self[:placed]
      end

      # @return [Array<Placed>] lines of headers and footers with a folio in them, in their text boxes too
      def folio_lines
        placed.select { |one| Page::WITH_FOLIOS.include?(one.area) && one.paragraph.runs.any? { |run| run.field == :page } }
      end

      # @return [Array<Placed>] lines of the body, those in cells too
      def text_lines = placed.select { |one| %i[body cell].include?(one.area) }

      # @return [Array<Manuscript::Paragraph>] of its text and notes, each once for each stretch of it
      def paragraphs
        pieces.flat_map do |items, from, to|
          (from...to).flat_map { |index| items[index].paragraphs }
        end
      end

      # Puts there what stands on it: first the text, then headers and footers. A process that was forked while another thread was at it
      # begins anew.
      # @param stage [Integer] 1: the text alone
      # @return [void]
      def settle(stage = 2)
        return if self.stage >= stage

        monitor.synchronize do
          begin_anew if busy
          self.busy = true
          until self.stage >= stage
            (self.stage.zero? ? text_steps : margin_steps).each(&:call)
            self.stage += 1
          end
          self.busy = false
          [text_steps, margin_steps].each(&:clear) if self.stage == 2
        end
      end

      private

      def begin_anew
        %i[placed rules frames fills floats].each { |name| self[name].clear }
        self.stage = 0
      end
    end

    Page::MARGINS = %i[header footer].freeze
    Page::WITH_FOLIOS = [*Page::MARGINS, :text_box].freeze

    # What is not laid out truly: its kind, page and paragraph id, and of which sort of that kind it is.
    Approximation = Value.define(:kind, page: nil, paragraph: nil, sort: nil) do
      # @return [String] what it is
      def words = Approximation::WORDS.fetch(sort || kind)

      # @return [Boolean] whether lines may stand elsewhere for it
      def moves? = !Approximation::ORNAMENTS.include?(sort)
    end
    Approximation::WORDS = {
      text_box: "a text box of another kind", equation: "an equation", chart: "a chart",
      object: "an object", drawing: "a drawing", uneven_columns: "a paragraph that goes on in a column of another width",
      line_numbers: "line numbers",
      grid: "lines on a grid", right_to_left: "text from right to left",
      vertical_text: "upright text", cut_off: "text that the exact height of its row cuts off",
      font: "signs that no font here has, or a script that is not laid out",
      overflow: "what has to stay together is larger than its room", float: "text beside something floating",
      mirrored_indents: "indents that change sides on versos", text_alignment: "letters that stand otherwise in their line",
      outline_wrap: "text that follows an outline", emphasis_marks: "marks over letters", drawn_letters: "outlined or shadowed letters",
      double_strike: "letters struck through twice", run_border: "a border round words", fitted_text: "text fitted to a width",
      two_in_one: "two lines in one", page_borders: "a border round the page", cell_spacing: "room between the cells of a table",
      diagonal_lines: "lines across a cell", column_line: "a line between columns", distributed_lines: "letters spread over the line",
      cropped_picture: "a cropped picture", turned_picture: "a turned picture", grouped_boxes: "text in a group of drawings",
      linked_boxes: "text that goes on in another box", box_columns: "text in columns in a box",
      older_box: "a text box of an older kind", chapter_folios: "folios with the number of their chapter",
      line_beside: "a line beside a paragraph", fixed_margin: "a margin that its header does not push",
      character_indents: "indents in characters", number_words: "numbers in words that are not known here in its language"
    }.freeze

    # Those that leave every line where it is.
    Approximation::ORNAMENTS = %i[emphasis_marks drawn_letters double_strike run_border page_borders diagonal_lines column_line
      cropped_picture turned_picture line_beside line_numbers cut_off number_words].to_set.freeze
  end
end
