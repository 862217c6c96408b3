# frozen_string_literal: true

require_relative "sheets/kept_sheet"
require_relative "sheets/specimen"
