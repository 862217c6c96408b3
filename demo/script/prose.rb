# frozen_string_literal: true

module Demo
  # Invented prose about the night ferries of an invented sound: sentences put together from patterns, each
  # combination used once.
  class Prose
    WORDS = {
      boat: ["*Morrow Light*", "*Teal*", "*Saint Ebba*", "*Halcyon Dray*", "*Corrin's Patience*", "*Grey Tern*", "*Lantern Queen*"],
      place: ["Marrowby", "Skell Point", "Ottery Quay", "the Low Stairs", "Brannock", "Eastmere",
        "the Gull Steps", "Tarn Ferry", "Hollin Sands"],
      person: ["Ada Verrill", "Josiah Trenn", "the pilot Maro Quill", "the widow Hessel", "Captain Orrin Lathe",
        "the toll clerk", "young Piers Dunmar", "Ines Corrowby"],
      body: ["the Harbour Board", "the Ferrymen's Table", "the parish of Brannock", "the Lamp Committee",
        "the Sound Company", "the Institute"],
      thing: ["the tide bell", "the leading lamps", "the night toll", "the brass horn", "the ebb set",
        "the slip rails", "the fog drum", "the mooring book"],
      year: (1871..1926).map(&:to_s), time: [
        "at slack water", "after the second bell", "before first light", "between the tides",
        "in the last hour of the ebb", "on moonless nights", "in the herring weeks"
      ],
      number: %w[three four six seven nine eleven fourteen twenty], quality: [
        "slow", "careful", "unwritten", "costly", "stubborn", "exact", "quiet", "contested"
      ],
      matter: ["the order of boarding", "the price of a crossing", "the lighting of the stairs",
        "the right of the first boat", "the keeping of the log", "the relief of crews", "the carriage of cattle", "the signals used in fog"]
    }.freeze
    PATTERNS = [
      "In {year} {body} wrote to {person} about {matter}, and no answer survives.",
      "The {boat} left {place} {time}, with {number} passengers and the mail for {place}.",
      "What the log calls “a fair crossing” was, by any later measure, a {quality} one.",
      "{Person} kept {thing} for {number} winters and was paid by {body} only twice.",
      "There is no reason to doubt the entry; the ink, the hand and the weather agree.",
      "At {place} {matter} was settled by custom rather than by rule, and custom there was {quality}.",
      "The crews learned {thing} by ear, and a stranger could not have told one stroke from the next.",
      "When {body} met in {year}, {matter} took up the whole of the evening.",
      "It is easy to forget how dark the water was {time}.",
      "A {quality} habit grew up of waiting at {place} until the {boat} had shown her lamp.",
      "{Person} said later that nobody had ever asked, and that the answer would have been short.",
      "The tables drawn up for {year} put the loss at {number} crossings in every hundred.",
      "From {place} the lamp could be seen as far as {place}, but only when {thing} was in order.",
      "Nothing in the minutes of {body} suggests that {matter} was thought important before {year}.",
      "The {boat} and the {boat} passed each other off {place} {time}, as they did on every night of the season.",
      "By {year} the fare stood at {number} pence, of which {body} kept two.",
      "The difference is small, yet {person} thought it worth a letter.",
      "Those who crossed {time} paid more, and were seldom thanked for it.",
      "The word used in the log, *drayward*, is not found south of {place}.",
      "{Person} drew the first plan of {place} in {year}, and every later plan repeats its one mistake.",
      "Whether {matter} changed because of the new boats, or the boats because of it, cannot now be told.",
      "{Body} replied that {thing} had always been sufficient and would remain so.",
      "On the northern side the landing was {quality}; on the southern side it was merely wet.",
      "The account book shows {number} entries for oil and one for a new bell rope.",
      "Here the two sources part company: the log gives {place}, the toll book {place}.",
      "It was {person} who noticed that the lamps had been hung in the wrong order since {year}.",
      "A crossing {time} took a little under the hour, if the wind allowed it and {thing} was heard.",
      "Such evidence as there is for {matter} comes from the south bank and must be read with that in mind.",
      "The {boat} was sold in {year}, bought back the same autumn, and never again painted.",
      "For {body} the lesson was a {quality} one.",
      "The passengers, as far as they are named at all, came from {place} and from farms above {place}.",
      "No regulation of {matter} was printed before {year}, though several were posted on the door at {place}.",
      "{Person} measured the run of the ebb with a weighted line and a church clock.",
      "That {thing} failed {time} is recorded {number} times, always in the same words.",
      "The Sound narrows at {place}, and there the old boats were let fall back with the stream.",
      "In the drawing made for {body} the stairs have {number} steps; there are, and were, more."
    ].freeze
    QUOTES = [
      "We put off {time} and could not see the stairs for the wet. I had the lamp between my knees and my hat over the " \
      "lamp, and so we came across by the sound of the bell at {place} and by nothing else, and the passengers sang so as " \
      "not to hear the water.",
      "It was always said at {place} that the sound has two floors, one for the day and one for the night, and that a man " \
      "who knew the one need not think he knew the other. My father knew both and would take money for neither.",
      "You ask me what the rule was about {matter}. There was no rule. There was {person}, and if {person} was asleep there was the dog.",
      "The Table finds that the fault lay with {thing}, that {thing} has been spoken to, and that nothing of the kind is " \
      "to be expected again before {year}."
    ].freeze

    def initialize(seed)
      @random = Random.new(seed)
      @used = {}
    end

    # @return [String] a paragraph of so many sentences; *stars* stand around what is to be italic
    def paragraph(sentences) = Array.new(sentences) { sentence }.join(" ")

    # @return [String]
    def quotation = fill(pick(QUOTES))

    # @return [Integer, Object] from the same sequence of chance
    def pick(list) = list[@random.rand(list.size)]

    def chance?(share) = @random.rand < share

    def number(range) = @random.rand(range)

    private

    def sentence
      loop do
        text = fill(pick(PATTERNS))
        return @used[text] = text unless @used[text]
      end
    end

    def fill(pattern)
      text = pattern.gsub(/\{(\w+)\}/) do
        name = $1
        word = pick(WORDS.fetch(name.downcase.to_sym))
        (name[0] == name[0].upcase) ? word.sub(/\A\p{Ll}/, &:upcase) : word
      end
      text.gsub(/([.?!] )(\p{Ll})/) { $1 + $2.upcase }
    end
  end
end
