# frozen_string_literal: true

require_relative "direct_formatting"
require_relative "typed_labels"
require_relative "changes/operation"
require_relative "changes/apply_style"
require_relative "changes/change_style"
require_relative "changes/define_style"
require_relative "changes/remove_direct_formatting"
require_relative "changes/remove_empty_paragraphs"
require_relative "changes/set_page_design"
require_relative "changes/rename_style"
require_relative "changes/hang_style"
require_relative "changes/delete_style"
require_relative "changes/format_here"
require_relative "changes/adopt_look"
require_relative "changes/apply_character_style"
require_relative "changes/text_edit"
require_relative "changes/edit_text"
require_relative "changes/split_and_join"
require_relative "changes/paragraphs_come_and_go"
require_relative "changes/shift_headings"
require_relative "changes/set_hyphenation"
require_relative "changes/run_in"
require_relative "changes/list_change"
require_relative "changes/number_headings"
require_relative "changes/list_items"
require_relative "changes/swap_sheet"
require_relative "changes/substitution"
require_relative "changes/lists_from_typed"
require_relative "changes/headings_from_typed"
require_relative "changes/tidy_white_space"
require_relative "changes/blank_gaps"
require_relative "changes/replace_blank_lines"
require_relative "changes/match_example"
require_relative "changes/paste_text"
require_relative "changes/start_over"
require_relative "changes/traps"
require_relative "changes/series"
require_relative "changes/stored"
require_relative "changes/difference"
require_relative "changes/ripple"

module Norvel
  # Named operations on manuscripts.
  module Changes
    OPERATIONS = [ApplyStyle, ChangeStyle, DefineStyle, RemoveDirectFormatting, RemoveEmptyParagraphs, SetPageDesign, RenameStyle, DuplicateStyle, HangStyle, SetNextStyle, DeleteStyle, RemoveUnusedStyles, FormatHere, AdoptLook, StyleFromLook,
      ApplyCharacterStyle, AdoptTextLook, CharacterStyleFromLook, EditText, ReplaceText, SplitParagraph, JoinParagraphs, InsertParagraph, DeleteParagraphs, MoveParagraphs, ShiftHeadings,
      ChangeList, NumberHeadings, MakeList, RestartNumbers, ContinueNumbers, ShiftItems, SwapSheet, TakeStyles, SetRunIn, RunInFromWords, SetHyphenation,
      ListsFromTyped, HeadingsFromTyped, TidyWhiteSpace, ReplaceBlankLines, MatchExample, PasteText, StartOver, Series].to_h { |operation| [operation.operation_name, operation] }.freeze

    # @param name [String] of an operation
    # @param parameters [Hash]
    # @return [Operation]
    # @raise [ChangeRefused]
    def self.build(name, parameters = {})
      OPERATIONS.fetch(name) { raise ChangeRefused, "There is no change called “#{name}”." }.new(parameters)
    end
  end
end
