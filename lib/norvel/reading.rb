# frozen_string_literal: true

require_relative "reading/appearance"
require_relative "reading/direct_formatting"
require_relative "reading/commonest_by_hand"
require_relative "reading/empty_paragraphs"
require_relative "reading/meaning"
require_relative "reading/typed_labels"
require_relative "reading/choice"
require_relative "reading/quotations"
require_relative "reading/table_numbers"
