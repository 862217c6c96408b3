# frozen_string_literal: true

require_relative "css/cascaded"
require_relative "css/values"
require_relative "css/written"

module Norvel
  module Formats
    # Style sheets of web pages (CSS): what they say of the values that Norvel knows, and the other way.
    module Css
    end
  end
end
