# frozen_string_literal: true

module NorvelWeb
  # Finding one's way: jobs in a person's words, each in a few steps; a step may lead to the place in the open manuscript where it is done.
  module Jobs
    # `path` is what follows a manuscript's address; nil where the step is done on what lies open already.
    Step = Norvel::Value.define(:text, path: nil)

    Job = Norvel::Value.define(:id, :title, :steps)

    def self.job(id, title, *steps) = Job.new(id: id, title: title, steps: steps.map { |text, path| Step.new(text: text, path: path) })

    ALL = [
      job("house-style", "I have a report and must bring it to the house guide",
        ["Read the plan of its clean-up", "/plan"],
        ["Correct what a paragraph is taken for, where it is wrong"],
        ["See the pages first, or apply the plan: one step, one undo"],
        ["Look at what is left", "/findings"]),
      job("what-is-it", "I want to know what I have been given",
        ["See what the manuscript is made of, in numbers that lead to their places", "/survey"],
        ["See which paragraphs come out alike", "/looks"]),
      job("blank-lines", "I have blank lines everywhere",
        ["Choose nothing (Esc), and let blank lines be replaced by space", ""],
        ["Read how many points go where, on the pages, and make the change"]),
      job("by-hand", "Somebody formatted everything by hand",
        ["Choose nothing (Esc): let each style adopt what most of its paragraphs have by hand", ""],
        ["Then remove direct formatting; italics inside sentences become a character style"]),
      job("like-this-one", "Make it like this example",
        ["Click the example on the page", ""],
        ["Press L: its style adopts the look, and all its like follow; or K: a new style of it"],
        ["To choose all that look like it: “of this look”, on the slip"]),
      job("base-style", "The whole text must be 12 point, one and a half spaced",
        ["Press T and write the base style's name and the values: Normal: 12 pt Times New Roman, lines 1.5", ""],
        ["Headings and captions are kept clear of it"]),
      job("headings-numbered", "My headings must be numbered",
        ["Open the outline and choose how", "/outline"],
        ["Numbers that were typed: “Let styles number the headings”, with nothing chosen", ""]),
      job("headings", "My headings are only bold lines",
        ["Click the first, with Ctrl the others", ""],
        ["Press T and write heading 1; or sweep: W, then one key a style"],
        ["Or let the plan find them all", "/plan"]),
      job("quotations", "Long quotations need single spacing and an indent",
        ["Press C and write: 40 words and more, in quotation marks", ""],
        ["Press T and write: Long quotation from Normal: lines 1, in 1.25 cm"]),
      job("run-in", "Third-level headings stand in the line of their text",
        ["Click the headings, with Ctrl several", ""],
        ["Run them in, on the slip; or call them run-in headings in the plan", "/plan"]),
      job("lists", "Numbers and bullets were typed",
        ["Choose nothing (Esc), and make real lists of typed items", ""],
        ["Begin a list again, or go on from the one before, on the slip of an item"]),
      job("tables", "My tables all look different",
        ["Choose nothing (Esc), and dress all tables by the sheet", ""]),
      job("words", "Titles of ships and books must be in italics by a style",
        ["Press F, find the words, and choose all places", ""],
        ["Press T and write: Ship: italic"]),
      job("margins", "Paper and margins are wrong",
        ["Choose nothing (Esc): paper and margins are on the slip", ""]),
      job("front-matter", "Front matter needs roman numbers, the text arabic ones from 1",
        ["Say where the main matter begins, and look at it first", "/parts"],
        ["Make the change: one step, one undo"]),
      job("contents", "My contents are wrong, or I have none",
        ["Bring them up to date, or make a list", "/parts"]),
      job("captions", "I need a list of figures or tables",
        ["Let typed numbers of captions be counted, then make the list", "/parts"]),
      job("breaks", "A page ends too early, or a heading stands alone",
        ["See what each page ends for, and mend the poor turns", "/parts"]),
      job("wide-table", "A table is too wide for its page",
        ["Click it; “On a landscape page of its own” is on the slip", ""]),
      job("measure", "How wide is this margin?",
        ["Press X: margins, and of the chosen paragraph its indents and lines; with Alt held, click two places", ""]),
      job("template", "I have another manuscript, or a guide, that looks right",
        ["Look at this manuscript in its sheet before you swap", "/styles?show=sheets"],
        ["Or take single styles from it"]),
      job("settle", "I want to settle the styles before I use them",
        ["Look at every style in dummy copy, and click to change one", "/styles?show=specimen"]),
      job("inheritance", "I changed one style and another moved",
        ["See which style rests on which", "/styles?show=all"],
        ["Click a paragraph: “Where it comes from” says who decides each value", ""]),
      job("write", "I only want to mend some words",
        ["Press E on a paragraph, or click it twice; Enter begins the next, Esc keeps", ""]),
      job("undo", "I want back to where I was",
        ["U undoes, Y takes up again; every change is listed", "/ledger"]),
      job("proof", "I must show that it meets the guide",
        ["Go through the findings; each has its place and what was measured", "/findings"],
        ["Save the report, and the file with only the formatting changed", "/deliver"])
    ].freeze
  end
end
