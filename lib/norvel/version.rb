# frozen_string_literal: true

module Norvel
  VERSION = "0.4.0"
end
