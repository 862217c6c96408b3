# frozen_string_literal: true

module Norvel
  # What would mend something, as data: a change's name and what it takes, as ledgers and forms have it. Rooms that come before the
  # changes ask for one here and name none themselves; `rooms_spec` holds every name against the changes that there are.
  #
  #   Cures.apply_style("paragraphs" => [3], "style" => "Body")   # ["apply_style", {"paragraphs" => [3], "style" => "Body"}]
  module Cures
    NAMES = %i[academic_parts apply_character_style apply_style begin_part captions_from_typed change_list change_style define_style
      format_here headings_from_typed lists_from_typed make_contents recount_numbers refresh_references remove_direct_formatting
      remove_empty_paragraphs series set_folios set_header_row set_info set_page_design set_part set_running_head tidy_white_space
      update_contents].freeze

    NAMES.each { |name| define_singleton_method(name) { |given = {}| [name.to_s, given] } }

    module_function

    # @param title [String] what they do together @param cures [Array] several, made in one
    def together(title, cures) = series("title" => title, "changes" => cures)

    # @return [Array] a cure, or those that it joins
    def each_of(cure) = (cure.first == series.first) ? cure.last["changes"] : [cure]

    # @return [Boolean] whether it changes what a style says, and so more than one place
    def of_a_style?(cure) = cure&.first == change_style.first
  end
end
