# frozen_string_literal: true

require_relative "elements"
require_relative "css"
require_relative "web/styles"
require_relative "web/words"
require_relative "web/body"

module Norvel
  module Formats
    # Elements as those of a web page, which is what pages and books for screens are made of.
    module Web
    end
  end
end
