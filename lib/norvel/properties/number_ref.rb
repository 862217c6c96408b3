# frozen_string_literal: true

module Norvel
  module Properties
    # A paragraph's or style's place in a list; `list` nil takes inherited numbering away.
    NumberRef = Value.define(:list, level: 0)
  end
end
