# frozen_string_literal: true

require_relative "../../demo/script/docx_builder"

# Manuscripts that are no thesis, as people type them who know nothing of styles: everything by hand on one style. One hand makes
# room with blank lines and sets headings in bold; the other makes it with space after, underlines, breaks lines within paragraphs
# and types in capitals. Each line says what it is; where people would disagree, nothing is asked (nil).
class Genres
  NAMES = %i[letter cv minutes verse interview exam recipe agreement play].freeze
  LANGUAGES = %w[en-GB de-DE].freeze
  HANDS = %i[blank_lines line_breaks].freeze

  CENTRED = '<w:jc w:val="center"/>'
  RIGHT = '<w:jc w:val="right"/>'
  JUSTIFIED = '<w:jc w:val="both"/>'
  HANGING = '<w:tabs><w:tab w:val="left" w:pos="1985"/></w:tabs><w:ind w:left="1985" w:hanging="1985"/>'
  BOLD = "<w:b/>"
  ITALIC = "<w:i/>"
  LARGE = '<w:b/><w:sz w:val="32"/>'
  STYLES = %(<w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:ascii="Arial" w:hAnsi="Arial"/><w:sz w:val="22"/></w:rPr></w:rPrDefault>) +
    %(</w:docDefaults><w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/><w:qFormat/></w:style>)
  SECTION = %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1418" w:right="1418" w:bottom="1418" w:left="1418" ) +
    %(w:header="720" w:footer="720" w:gutter="0"/>)

  # `roles`: one that the line is, or any of several; nil: nobody is asked. `keeps`: its indent and the space around it mean something.
  Line = Struct.new(:roles, :text, :keeps)

  attr_reader :lines

  # @param name [Symbol] of NAMES @param language [String] of LANGUAGES @param hand [Symbol] of HANDS
  def initialize(name, language, hand = :blank_lines)
    @hand = hand
    @words = WORDS.fetch(language)
    @lines = []
    @docx = Demo::DocxBuilder.new(title: "", styles: STYLES, language: language)
    send(name, @words.fetch(name))
  end

  # @return [String] of the file
  def bytes = @docx.bytes(section: SECTION)

  private

  # @param text [String, Array<Array(String, String)>] or pieces, each with its run properties
  def add(roles, text, paragraph: "", run: "", keeps: false)
    pieces = text.is_a?(Array) ? text : [[text, run]]
    @lines << Line.new(roles && Array(roles), pieces.map(&:first).join, keeps)
    paragraph = '<w:spacing w:after="140"/>' + paragraph if other_hand?
    @docx.paragraph(pieces.map { |words, dress| @docx.text(words, dress) }, paragraph)
  end

  def other_hand? = @hand == :line_breaks

  def head = other_hand? ? '<w:u w:val="single"/>' : BOLD

  # Lines one under the other: paragraphs, or one with line breaks.
  def together(roles, lines, **more) = (other_hand? ? [lines.join("\n")] : lines).each { |line| add(roles, line, **more) }

  def blank(keeps: false)
    return if other_hand?

    @lines << Line.new([:empty], "", keeps)
    @docx.paragraph
  end

  def letter(words)
    together(%i[other], words[:from], paragraph: RIGHT, keeps: true)
    blank
    together(%i[other], words[:to])
    blank
    add(%i[date other], words[:date], paragraph: RIGHT, keeps: true)
    blank
    add(nil, words[:about], run: head)
    blank
    add(%i[body other], words[:greeting])
    blank
    words[:text].each do |line|
      add(%i[body], line)
      blank
    end
    add(%i[signature other], words[:closing])
    2.times { blank(keeps: true) }
    add(%i[signature other], words[:name])
    add(%i[body other], words[:enclosed], run: '<w:sz w:val="18"/>')
  end

  def cv(words)
    add(%i[title], words[:name], run: LARGE)
    add(%i[other author], words[:address])
    words[:sections].each do |heading, entries|
      blank
      add(%i[heading_1], heading, run: head)
      entries.each do |when_, what|
        other_hand? ? add(%i[other], "#{when_}: #{what}") : add(%i[other], "#{when_}\t#{what}", paragraph: HANGING, keeps: true)
      end
    end
    blank
    add(%i[heading_1], words[:skills], run: head)
    words[:able].each do |line|
      add(%i[list_item], "#{other_hand? ? "- " : "•\t"}#{line}", paragraph: '<w:ind w:left="567" w:hanging="283"/>')
    end
  end

  def minutes(words)
    add(%i[title], words[:title], paragraph: CENTRED, run: LARGE)
    add(nil, words[:when], paragraph: CENTRED)
    blank
    words[:there].each { |kind, people| add(%i[other body], [["#{kind}: ", BOLD], [people, ""]]) }
    blank
    words[:items].each_with_index do |(item, texts, action), index|
      add(%i[heading_1 heading_2], "#{index + 1}#{other_hand? ? ")" : "."} #{item}", run: head)
      texts.each { |text| add(%i[body], text) }
      add(%i[other], action, paragraph: other_hand? ? "" : RIGHT, run: other_hand? ? ITALIC : BOLD, keeps: true) if action
      blank
    end
    add(%i[body other], words[:next])
  end

  def verse(words)
    add(%i[title heading_1], words[:title], run: LARGE)
    blank
    words[:stanzas].each do |stanza|
      next add(%i[verse], stanza.join("\n")) if other_hand?

      stanza.each_with_index do |line, index|
        add(%i[verse], line, paragraph: index.odd? ? '<w:ind w:left="567"/>' : "", keeps: index.odd?)
      end
      blank(keeps: true)
    end
    add(%i[author other], words[:by], paragraph: RIGHT)
  end

  def interview(words)
    add(%i[title], words[:title], run: LARGE)
    add(%i[body other subtitle abstract], words[:lead], run: ITALIC)
    blank
    words[:talk].each do |question, answers|
      next typed_talk(words, question, answers) if other_hand?

      add(%i[other body], [[words[:asks], BOLD], [question, BOLD]])
      answers.each_with_index { |answer, index| add(%i[other body], index.zero? ? [[words[:answers], BOLD], [answer, ""]] : answer) }
    end
  end

  def typed_talk(words, question, answers)
    add(%i[other body], "#{words[:asks].strip.delete_suffix(":").upcase}: #{question}", run: ITALIC)
    answers.each_with_index { |answer, index| add(%i[other body], "#{"#{words[:answers].strip.upcase} " if index.zero?}#{answer}") }
  end

  def exam(words)
    add(%i[title], words[:title], paragraph: CENTRED, run: LARGE)
    add(%i[form_field other], words[:name])
    add(%i[body other], words[:rules], run: ITALIC)
    blank
    words[:questions].each_with_index do |(question, points, options), index|
      number, marks = other_hand? ? ["#{index + 1}) ", " [#{points}]"] : ["#{index + 1}. ", " (#{points})"]
      add(%i[list_item other body], [[number, head], [question, ""], [marks, ITALIC]])
      options.each_with_index do |option, place|
        add(%i[list_item other], "#{"abcd"[place]}) #{option}", paragraph: '<w:ind w:left="567"/>')
      end
      2.times { add(%i[form_field other], "_" * 60, keeps: true) } if options.empty?
      blank
    end
  end

  def recipe(words)
    add(%i[title heading_1], words[:title], run: LARGE)
    add(nil, words[:for], run: ITALIC)
    blank
    add(%i[heading_1 heading_2], words[:need], run: head)
    words[:needed].each do |line|
      add(%i[list_item other], "#{"– " if other_hand?}#{line}", paragraph: '<w:ind w:left="284"/>', keeps: true)
    end
    blank
    add(%i[heading_1 heading_2], words[:way], run: head)
    words[:steps].each_with_index { |step, index| add(%i[list_item], "#{index + 1}. #{step}") }
    blank
    add(%i[body other], words[:end])
  end

  def agreement(words)
    add(%i[title], words[:title], paragraph: CENTRED, run: LARGE)
    blank
    words[:parties].each { |line| add(%i[body other], line, paragraph: JUSTIFIED) }
    words[:clauses].each_with_index do |(heading, clauses), index|
      blank
      add(%i[heading_1 heading_2], other_hand? ? "§ #{index + 1} #{heading}" : "#{index + 1}. #{heading}", run: head)
      clauses.each_with_index do |clause, place|
        text, parts = clause
        hang = '<w:ind w:left="709" w:hanging="709"/>'
        add(%i[list_item other body], "#{index + 1}.#{place + 1}\t#{text}", paragraph: hang + JUSTIFIED, keeps: true)
        Array(parts).each_with_index do |part, letter|
          add(%i[list_item other], "(#{"abc"[letter]})\t#{part}",
            paragraph: '<w:ind w:left="1276" w:hanging="567"/>' + JUSTIFIED, keeps: true)
        end
      end
    end
    blank
    add(%i[signature date form_field other], words[:place])
    2.times { blank(keeps: true) }
    add(%i[signature form_field other], "#{"_" * 28}\t#{"_" * 28}")
    add(%i[signature other], words[:signed])
  end

  def play(words)
    add(%i[title], words[:title], paragraph: CENTRED, run: LARGE)
    blank
    words[:scenes].each do |scene, set, talk|
      add(%i[heading_1 heading_2], scene, paragraph: CENTRED, run: head)
      add(%i[other body], set, run: ITALIC)
      talk.each do |who, says|
        hang = '<w:ind w:left="567" w:hanging="567"/>'
        next add(%i[other body], says, run: ITALIC) unless who

        name = other_hand? ? ["#{who.upcase}: ", ""] : ["#{who}. ", "<w:smallCaps/>"]
        add(%i[other], [name, [says, ""]], paragraph: hang, keeps: true)
      end
      blank
    end
  end

  WORDS = {
    "en-GB" => {
      letter: {
        from: ["Ada Corrowby", "4 Ferry Stairs", "Marrowby"], to: ["The Quay Board", "The Custom House", "Marrowby"],
        date: "12 May 2024", about: "Lamps on the north quay", greeting: "Dear members of the board,",
        text: ["I write about the lamps on the north quay, which have been out since the storm of the fourth of March. Twice I have told " \
          "the watch, and twice I was told that the matter was in hand; the stairs are as dark as before.",
          "Last Tuesday a boy fell on the third step and broke his wrist. His mother asks, and I ask with her, that the board send " \
          "somebody before the spring tides, when the steps are wet to the very top.",
          "I should be glad of an answer by the end of the month, and I am ready to show whoever comes which of the lamps are gone."],
        closing: "Yours faithfully,", name: "Ada Corrowby", enclosed: "Enclosed: a list of the lamps"
      },
      cv: {
        name: "Ada Corrowby", address: "4 Ferry Stairs, Marrowby · ada@marrowby.example",
        sections: {
          "Work" => [["2019–today", "Keeper of lamps, North Quay, Marrowby. In charge of forty lamps and of two hands."],
            ["2015–2019", "Clerk of the night ferries, The Quay Board"], ["2013–2015", "Deck hand on the Halcyon Dray"]],
          "Schools" => [["2010–2013", "Marrowby Institute, diploma in ferry-craft"], ["2004–2010", "Stair School, Marrowby"]]
        },
        skills: "Skills", able: ["Reads tides and charts", "Repairs lamps of all kinds", "Speaks German and some French"]
      },
      minutes: {
        title: "Minutes of the Quay Board", when: "Custom House, 12 May 2024, 18:00",
        there: {"Present" => "A. Corrowby (chair), B. Wyatt, C. Verrill", "Apologies" => "D. Tamsin"},
        items: [["Minutes of the last meeting", ["The minutes of 14 April were read and agreed without a change."], nil],
          ["Lamps on the north quay", ["The chair told the board that eleven of forty lamps are out. Mr Verrill has had a price from the " \
            "lamp-makers, who would begin in June if they were asked now.",
            "It was agreed to ask for a second price and to have the stairs roped off at night until the work is done."], "Action: Wyatt"],
          ["Money", ["The account stands at 412 pounds. Nothing was said against it."], "Action: Verrill"]],
        next: "The next meeting is on 9 June 2024 at the same place."
      },
      verse: {
        title: "The Landing Song",
        stanzas: [["The lamp is low, the tide is long,", "the stair is wet with rain,", "and those who sang the landing song",
          "will never sing again."],
          ["The bell has told the hour of three,", "the boats are on the sand,",
            "and none who put that night to sea", "has set his foot on land."],
          ["So trim the lamp and mind the tide", "and leave the door ajar,", "for somebody may come and bide", "who comes from very far."]],
        by: "Ada Corrowby"
      },
      interview: {
        title: "“Nobody trims a lamp twice”", asks: "Q: ", answers: "A: ",
        lead: "Ada Corrowby has kept the lamps of the north quay for five years. We met her on the stairs, at low water.",
        talk: [["How did you come to the lamps?",
          ["By the boats, like everybody. I was a deck hand for two years, and then the old keeper " \
          "fell ill and somebody had to go up there at night.", "Nobody asked me whether I could. I had a ladder, that was enough."]],
          ["Is it hard work?", ["It is cold work. The oil is heavy, the steps are wet, and the wind does what it likes."]],
          ["What would you change?", ["The wicks. And I should like to be told when a ship is late, which nobody ever does."]],
          ["And the board?", ["The board is a good board. It meets once a month and it has a stove."]],
          ["Will you stay?", ["Until the lamps are electric. Then somebody else may do it who likes switches."]]]
      },
      exam: {
        title: "Ferry-craft I: Examination", name: "Name: ______________________   Number: ____________",
        rules: "Answer all questions. Each answer stands on this sheet; no books are allowed.",
        questions: [["State how far a lamp of the second order is seen in clear air.", "4 points",
          ["two miles", "five miles", "nine miles"]],
          ["Which of these is no sign of a turning tide?", "2 points", ["slack water at the steps", "a fog bank", "boats swinging round"]],
          ["Describe how a wick is trimmed.", "6 points", []],
          ["Name the two bells of the stair.", "2 points", []],
          ["Which rope holds a boat at the bow?", "1 point", ["the painter", "the halyard", "the sheet"]],
          ["Give two reasons for a toll book.", "4 points", []]]
      },
      recipe: {
        title: "Stair Buns", for: "For twelve buns", need: "Ingredients",
        needed: ["500 g flour", "250 ml milk, lukewarm", "80 g butter", "60 g sugar", "1 egg", "20 g yeast", "a pinch of salt"],
        way: "Method",
        steps: ["Stir the yeast into the milk and let it stand for ten minutes.",
          "Knead everything into a dough and leave it to rise for an hour.",
          "Make twelve buns of it, brush them with egg and bake them for twenty minutes at 200 °C."],
        end: "They are eaten warm, with salted butter, before the first boat."
      },
      agreement: {
        title: "Agreement on the Use of the North Stairs",
        parties: ["between the Quay Board of Marrowby, the Custom House, Marrowby (“the Board”), and Ada Corrowby, 4 " \
          "Ferry Stairs, Marrowby " \
          "(“the Keeper”)."],
        clauses: [["What it is about", [["The Board gives the Keeper the use of the north stairs from sunset to sunrise.", nil],
          [
            "The use comprises", [
              "the stairs with all their steps and landings,", "the lamps and the ladder,", "the hut at the head of the stairs."
            ]
          ]]],
          ["What is owed", [["The Keeper pays a toll of four pounds a month, on the first day of each month.", nil],
            ["Where the stairs cannot be used for more than a week, no toll is owed for that month.", nil]]],
          ["How it ends", [["Each side may end the agreement with three months' notice in writing.", nil]]]],
        place: "Marrowby, 12 May 2024", signed: "for the Board\tthe Keeper"
      },
      play: {
        title: "The Late Boat",
        scenes: [["Scene One", "The head of the stairs, at night. A lamp.",
          [["Keeper", "Who is there? I have been up and down these stairs four times tonight, and each time there was " \
            "nobody but the wind " \
            "and a dog."], ["Boy", "Only me."], [nil, "(He puts down his basket.)"], ["Keeper", "What do you want at this hour?"],
            [
              "Boy", "The boat is late. My mother sends me to ask whether it has been seen, and whether I may wait here " \
              "by the stove until it comes."
            ]]],
          ["Scene Two", "The same, towards morning.", [["Boy", "There it is."], ["Keeper", "That is a cloud."], ["Boy", "It has a lamp."]]]]
      }
    },
    "de-DE" => {
      letter: {
        from: ["Ada Korrow", "Fährtreppe 4", "Marrowby"], to: ["An die Kaibehörde", "Zollhaus", "Marrowby"],
        date: "12. Mai 2024", about: "Lampen am Nordkai", greeting: "Sehr geehrte Damen und Herren,",
        text: ["seit dem Sturm vom vierten März sind die Lampen am Nordkai aus. Zweimal habe ich es der Wache gesagt, und " \
          "zweimal hieß es, " \
          "man kümmere sich darum; die Treppe ist so dunkel wie zuvor.",
          "Am vergangenen Dienstag ist ein Junge auf der dritten Stufe gestürzt und hat sich das Handgelenk gebrochen. " \
          "Seine Mutter bittet, " \
          "und ich bitte mit ihr, dass vor den Springfluten jemand kommt.",
          "Für eine Antwort bis zum Ende des Monats wäre ich dankbar, und ich zeige gern jedem, welche der Lampen fehlen."],
        closing: "Mit freundlichen Grüßen", name: "Ada Korrow", enclosed: "Anlage: Liste der Lampen"
      },
      cv: {
        name: "Ada Korrow", address: "Fährtreppe 4, Marrowby · ada@marrowby.example",
        sections: {
          "Beruf" => [["seit 2019", "Lampenwärterin am Nordkai, Marrowby. Zuständig für vierzig Lampen und zwei Gehilfen."],
            ["2015–2019", "Schreiberin der Nachtfähren, Kaibehörde"], ["2013–2015", "Decksfrau auf der Halcyon Dray"]],
          "Ausbildung" => [["2010–2013", "Marrowby Institut, Diplom in Fährkunde"], ["2004–2010", "Treppenschule Marrowby"]]
        },
        skills: "Kenntnisse", able: ["Liest Gezeiten und Karten", "Repariert Lampen aller Art", "Spricht Englisch und etwas Französisch"]
      },
      minutes: {
        title: "Protokoll der Kaibehörde", when: "Zollhaus, 12. Mai 2024, 18 Uhr",
        there: {"Anwesend" => "A. Korrow (Leitung), B. Wyatt, C. Verrill", "Entschuldigt" => "D. Tamsin"},
        items: [["Protokoll der letzten Sitzung", ["Das Protokoll vom 14. April wurde verlesen und ohne Änderung angenommen."], nil],
          ["Lampen am Nordkai",
            ["Die Leitung berichtet, dass elf von vierzig Lampen aus sind. Herr Verrill hat ein Angebot der Lampenmacher, " \
            "die im Juni beginnen würden, wenn man sie jetzt fragt.",
              "Es wird beschlossen, ein zweites Angebot einzuholen und die Treppe nachts zu sperren, bis die Arbeit getan ist."],
            "Zuständig: Wyatt"],
          ["Kasse", ["Der Stand beträgt 412 Pfund. Einwände gab es keine."], "Zuständig: Verrill"]],
        next: "Die nächste Sitzung ist am 9. Juni 2024 am selben Ort."
      },
      verse: {
        title: "Das Lied der Landung",
        stanzas: [["Die Lampe tief, die Flut so lang,", "die Treppe nass vom Regen,", "und wer das Lied der Landung sang,",
          "kommt keinem mehr entgegen."],
          ["Die Glocke hat die drei gesagt,", "die Boote stehn im Sand,", "und wer sich diese Nacht gewagt,", "kam nimmermehr an Land."],
          ["So putz die Lampe, hüt die Flut", "und lass die Türe offen,", "denn wer da kommt, der kommt mit Mut",
            "und darf auf Wärme hoffen."]],
        by: "Ada Korrow"
      },
      interview: {
        title: "„Niemand putzt eine Lampe zweimal“", asks: "Frage: ", answers: "Korrow: ",
        lead: "Ada Korrow hütet seit fünf Jahren die Lampen am Nordkai. Wir trafen sie auf der Treppe, bei Niedrigwasser.",
        talk: [["Wie kamen Sie zu den Lampen?",
          ["Über die Boote, wie alle. Ich war zwei Jahre an Deck, dann wurde der alte Wärter krank, und " \
          "jemand musste nachts hinauf.", "Niemand fragte, ob ich es kann. Ich hatte eine Leiter, das genügte."]],
          ["Ist es schwere Arbeit?", ["Es ist kalte Arbeit. Das Öl ist schwer, die Stufen sind nass, und der Wind tut, was er will."]],
          ["Was würden Sie ändern?", ["Die Dochte. Und man könnte mir sagen, wenn ein Schiff sich verspätet, was nie jemand tut."]],
          ["Und die Behörde?", ["Die Behörde ist eine gute Behörde. Sie tagt einmal im Monat und hat einen Ofen."]],
          ["Werden Sie bleiben?", ["Bis die Lampen elektrisch sind. Dann mag es jemand tun, der Schalter mag."]]]
      },
      exam: {
        title: "Fährkunde I: Klausur", name: "Name: ______________________   Nummer: ____________",
        rules: "Beantworten Sie alle Fragen auf diesem Blatt; Bücher sind nicht erlaubt.",
        questions: [["Wie weit ist eine Lampe zweiter Ordnung bei klarer Luft zu sehen?", "4 Punkte",
          ["zwei Meilen", "fünf Meilen", "neun Meilen"]],
          ["Was ist kein Zeichen für den Wechsel der Tide?", "2 Punkte",
            ["Stauwasser an der Treppe", "eine Nebelbank", "Boote, die sich drehen"]],
          ["Beschreiben Sie, wie ein Docht geschnitten wird.", "6 Punkte", []],
          ["Nennen Sie die zwei Glocken der Treppe.", "2 Punkte", []],
          ["Welches Tau hält ein Boot am Bug?", "1 Punkt", ["die Fangleine", "das Fall", "die Schot"]],
          ["Nennen Sie zwei Gründe für ein Zollbuch.", "4 Punkte", []]]
      },
      recipe: {
        title: "Treppenbrötchen", for: "Für zwölf Stück", need: "Zutaten",
        needed: ["500 g Mehl", "250 ml Milch, lauwarm", "80 g Butter", "60 g Zucker", "1 Ei", "20 g Hefe", "eine Prise Salz"],
        way: "Zubereitung",
        steps: ["Die Hefe in die Milch rühren und zehn Minuten stehen lassen.", "Alles zu einem Teig kneten und eine Stunde gehen lassen.",
          "Zwölf Brötchen formen, mit Ei bestreichen und zwanzig Minuten bei 200 °C backen."],
        end: "Man isst sie warm, mit gesalzener Butter, vor dem ersten Boot."
      },
      agreement: {
        title: "Vertrag über die Nutzung der Nordtreppe",
        parties: ["zwischen der Kaibehörde Marrowby, Zollhaus, Marrowby („die Behörde“), und Ada Korrow, Fährtreppe 4, Marrowby " \
          "(„die Wärterin“)."],
        clauses: [["Gegenstand", [["Die Behörde überlässt der Wärterin die Nordtreppe von Sonnenuntergang bis Sonnenaufgang.", nil],
          [
            "Zur Nutzung gehören", [
              "die Treppe mit allen Stufen und Absätzen,", "die Lampen und die Leiter,", "die Hütte am Kopf der Treppe."
            ]
          ]]],
          ["Entgelt", [["Die Wärterin zahlt einen Zoll von vier Pfund im Monat, jeweils am ersten Tag des Monats.", nil],
            ["Ist die Treppe länger als eine Woche nicht zu nutzen, wird für diesen Monat kein Zoll geschuldet.", nil]]],
          ["Kündigung", [["Jede Seite kann den Vertrag mit einer Frist von drei Monaten schriftlich kündigen.", nil]]]],
        place: "Marrowby, den 12. Mai 2024", signed: "für die Behörde\tdie Wärterin"
      },
      play: {
        title: "Das späte Boot",
        scenes: [["Erste Szene", "Der Kopf der Treppe, nachts. Eine Lampe.",
          [["Wärter", "Wer ist da? Viermal bin ich heute Nacht die Treppe auf und ab gegangen, und jedes Mal war niemand " \
            "da als der Wind und " \
            "ein Hund."], ["Junge", "Nur ich."], [nil, "(Er stellt den Korb ab.)"], ["Wärter", "Was willst du um diese Zeit?"],
            [
              "Junge", "Das Boot ist zu spät. Die Mutter schickt mich fragen, ob man es gesehen hat, und ob ich hier am " \
              "Ofen warten darf, bis es kommt."
            ]]],
          ["Zweite Szene", "Dort, gegen Morgen.", [
            ["Junge", "Da ist es."], ["Wärter", "Das ist eine Wolke."], ["Junge", "Es hat eine Lampe."]
          ]]]
      }
    }
  }.freeze
end
