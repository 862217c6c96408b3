# frozen_string_literal: true

require_relative "report/survey"
require_relative "report/pages"
require_relative "report/findings"
require_relative "report/tidy"
