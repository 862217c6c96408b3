# frozen_string_literal: true

require_relative "changes/operation"
require_relative "changes/series"
require_relative "changes/substitution"
require_relative "changes/difference"
require_relative "changes/ripple"
require_relative "changes/styles/apply_style"
require_relative "changes/styles/change_style"
require_relative "changes/styles/define_style"
require_relative "changes/styles/rename_style"
require_relative "changes/styles/hang_style"
require_relative "changes/styles/delete_style"
require_relative "changes/styles/join_styles"
require_relative "changes/styles/one_line"
require_relative "changes/styles/adopting"
require_relative "changes/styles/new_look"
require_relative "changes/styles/restyle"
require_relative "changes/styles/format_here"
require_relative "changes/styles/adopt_look"
require_relative "changes/styles/apply_character_style"
require_relative "changes/styles/match_example"
require_relative "changes/styles/shift_headings"
require_relative "changes/styles/swap_sheet"
require_relative "changes/styles/sheet_settled"
require_relative "changes/styles/traps"
require_relative "changes/styles/exceptions"
require_relative "changes/styles/in_levels"
require_relative "changes/styles/held_back"
require_relative "changes/styles/reach"
require_relative "changes/styles/style_as_seen"
require_relative "changes/styles/adopt_everywhere"
require_relative "changes/styles/emphasis_styles"
require_relative "changes/cleaning/remove_direct_formatting"
require_relative "changes/styles/give_style"
require_relative "changes/cleaning/remove_empty_paragraphs"
require_relative "changes/cleaning/blank_gaps"
require_relative "changes/cleaning/replace_blank_lines"
require_relative "changes/cleaning/white_space"
require_relative "changes/cleaning/tidy_white_space"
require_relative "changes/cleaning/start_over"
require_relative "changes/cleaning/drop_page_breaks"
require_relative "changes/lists/list_change"
require_relative "changes/lists/number_headings"
require_relative "changes/lists/list_items"
require_relative "changes/lists/dress_lists"
require_relative "changes/lists/lists_from_typed"
require_relative "changes/lists/headings_from_typed"
require_relative "changes/writing/text_edit"
require_relative "changes/writing/edit_text"
require_relative "changes/writing/split_and_join"
require_relative "changes/writing/paragraphs_come_and_go"
require_relative "changes/writing/run_in"
require_relative "changes/writing/write"
require_relative "changes/writing/paste_text"
require_relative "changes/tables/dress_tables"
require_relative "changes/pages/set_page_design"
require_relative "changes/pages/set_hyphenation"
require_relative "changes/contents/contents_lines"
require_relative "changes/contents/captions_from_typed"
require_relative "changes/contents/refresh_references"
require_relative "changes/accessibility/said_of_the_file"
require_relative "changes/open_matters/accept_revisions"
require_relative "changes/open_matters/remove_traces"
require_relative "changes/open_matters/settle_returned"
require_relative "changes/findings/waive"
require_relative "changes/findings/choose_guide"
require_relative "changes/findings/safe_mending"
require_relative "changes/parts/begin_part"
require_relative "changes/parts/set_part"
require_relative "changes/parts/set_folios"
require_relative "changes/parts/academic_parts"
require_relative "changes/contents/lists_follow"
require_relative "changes/declared"

module Norvel
  # Named operations on manuscripts.
  module Changes
    OPERATIONS = [
      ApplyStyle, GiveStyle, ChangeStyle, Restyle, DefineStyle, RemoveDirectFormatting, RemoveEmptyParagraphs, SetPageDesign, RenameStyle,
      DuplicateStyle, HangStyle, SetNextStyle, DeleteStyle, JoinStyles,
      RemoveUnusedStyles, FormatHere, AdoptLook, AdoptEverywhere, StyleFromLook,
      StyleAsSeen, ApplyCharacterStyle, AdoptTextLook, CharacterStyleFromLook, EditText, ReplaceText, Write, SplitParagraph, JoinParagraphs,
      InsertParagraph, DeleteParagraphs, MoveParagraphs, ShiftHeadings, ChangeList, NumberHeadings, MakeList, RestartNumbers,
      ContinueNumbers, ShiftItems, SwapSheet, TakeStyles, SetRunIn, RunInFromWords, SetHyphenation, UpdateContents, MakeContents,
      CaptionsFromTyped, RefreshReferences, RecountNumbers, SetInfo, SetAlternative, SetHeaderRow,
      Waive, Mend, AcceptRevisions, RemoveTraces, SettleReturned,
      ChooseGuide, BeginPart, JoinParts, LandscapePage, SetPart, SetFolios, SetRunningHead, AcademicParts, DressTables, DressLists,
      ListsFromTyped, HeadingsFromTyped, TidyWhiteSpace, DropPageBreaks, ReplaceBlankLines, MatchExample, PasteText, StartOver, Series
    ].to_h { |operation| [operation.operation_name, operation] }.freeze

    # @param name [String]
    # @return [Class] the operation of that name
    # @raise [ChangeRefused]
    def self.named(name) = OPERATIONS.fetch(name) { raise ChangeRefused, "There is no change called “#{name}”." }

    # @param name [String] of an operation
    # @param parameters [Hash]
    # @return [Operation]
    # @raise [ChangeRefused]
    def self.build(name, parameters = {})
      named(name).new(parameters)
    end
  end
end
