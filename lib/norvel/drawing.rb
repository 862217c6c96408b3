# frozen_string_literal: true

require_relative "drawing/page_svg"
require_relative "drawing/page_design_svg"
require_relative "drawing/style_sample"
require_relative "drawing/strip_svg"
require_relative "drawing/family_svg"
require_relative "drawing/specimen_svg"
require_relative "drawing/sample_svg"
require_relative "drawing/opening_svg"
