# frozen_string_literal: true

module Norvel
  module Changes
    # Divides words at line ends where the style allows it ("on": true), or nowhere.
    class SetHyphenation < Operation
      takes on: :yes_or_no

      def carry_out(manuscript)
        now = manuscript.with(settings: manuscript.settings.with(hyphenate: on))
        return now unless on && manuscript.sheet.defaults[:hyphenate] == false

        now.with(sheet: now.sheet.with(defaults: now.sheet.defaults.except(:hyphenate))) # what is under all styles allows it as well
      end

      def sentence(_manuscript) = on ? "Words are divided at line ends." : "Words are not divided."

      private

      def on = parameters["on"] ? true : false
    end
  end
end
