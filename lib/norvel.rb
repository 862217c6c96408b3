# frozen_string_literal: true

require_relative "norvel/errors"
require_relative "norvel/value"
require_relative "norvel/lengths"
require_relative "norvel/properties"
require_relative "norvel/manuscript"
require_relative "norvel/style_sheet"
require_relative "norvel/cascade"
require_relative "norvel/layout"
require_relative "norvel/changes"
require_relative "norvel/formats"
