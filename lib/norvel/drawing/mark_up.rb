# frozen_string_literal: true

module Norvel
  module Drawing
    # Trade mark-up: direct formatting as a copy editor's pen marks. One line under is italic, a wavy line bold,
    # two lines small capitals, three capitals; every other kind is a word in the margin (Properties::Words).
    module MarkUp
      UNDER = {italic: :one, bold: :wavy, small_caps: :two, caps: :three}.freeze
    end
  end
end
