# frozen_string_literal: true

module Norvel
  module Changes
    # A style that says what its paragraphs look like: "style" (with "name" and "parent" where it is a new one) takes the values that let
    # the example ("paragraph") have a "look" (`Stored`, by property) with nothing by hand, in its table and list too, and the
    # "paragraphs" get it. A heading has its "level", and is kept with what follows as the style says; "break_before" where every one of
    # them begins a page.
    class StyleAsSeen < Operation
      takes_besides style: :style, name: :name, parent: :style, paragraph: :paragraph, paragraphs: :paragraphs, look: :data,
        level: :number, break_before: :switch

      # All that a style can say and an example shows, the heading level and the break apart, which are said.
      NAMES = Properties.all.select { |property| property.written? && property.direct }.map(&:name) - %i[outline_level break_before]

      STAYS = (DirectFormatting::STAYS - %i[outline_level] + %i[numbering]).freeze

      # @param paragraph [Manuscript::Paragraph]
      # @return [Hash{Symbol=>Object}] how it comes out: what most of its letters have, and what cannot be seen
      def self.seen(paragraph, appearance, cascade)
        whole, visible = cascade.paragraph(paragraph), appearance.of(paragraph)
        unseen = ->(name) { Properties[name].text? ? appearance.majority(paragraph, name) : whole[name] }
        NAMES.to_h { |name| [name, visible.fetch(name, &unseen)] }
      end

      # @return [Manuscript::Paragraph] with nothing by hand but what stays
      def self.bare(paragraph)
        runs = paragraph.runs.map { |run| run.with(properties: run.properties.slice(*STAYS)) }
        paragraph.with(properties: paragraph.properties.slice(*STAYS), mark_properties: {}, runs: runs)
      end

      # @return [Array<Symbol>] what a look is made of, of a heading or not
      def self.names(level) = level ? NAMES - %i[keep_next] : NAMES

      def carry_out(manuscript)
        style = taken(manuscript, begun(manuscript))
        giving = ApplyStyle.new("style" => style.id, "paragraphs" => parameters.fetch("paragraphs"), "shed" => true)
        giving.carry_out(manuscript.with(sheet: manuscript.sheet.with_style(style)))
      end

      def told(before, after)
        style = after.sheet[parameters["style"]]
        whose = counted(parameters["paragraphs"].size, "paragraph")
        old = before.sheet[style.id] or return "Made the style “#{style.name}” of #{whose}#{colon(style.properties)}."

        said = style.properties.reject { |name, value| old.properties.key?(name) && Properties.same?(name, old.properties[name], value) }
        given = parameters["paragraphs"].count { |id| before.paragraph(id)&.style != style.id }
        more = "; #{counted(given, "paragraph")} got it" if given.positive?
        return "Gave #{whose} the style “#{style.name}”." if said.empty? && given.positive?

        "“#{style.name}” says what its #{whose} look like#{colon(said)}#{more}."
      end

      private

      def prepare = @look = Stored.load(parameters.fetch("look"))

      NAMED = 6 # values, in the sentence
      private_constant :NAMED

      def colon(values)
        words = values.except(:outline_level, :numbering).map { |name, value| Properties::Words.of(name, value) }
        words.empty? ? "" : ": #{words.first(NAMED).join(", ")}#{" …" if words.size > NAMED}"
      end

      def example(manuscript)
        manuscript.paragraph(parameters["paragraph"]) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")
      end

      # The style before it takes the look.
      def begun(manuscript)
        sheet = manuscript.sheet
        found = sheet[parameters["style"]] || new_style(sheet)
        level = parameters["level"]
        said = {outline_level: level, break_before: parameters["break_before"] || nil}.compact
        said.delete(:outline_level) if sheet[found.id] && sheet.level_of(found) == level
        found.with(properties: found.properties.merge(said))
      end

      def new_style(sheet)
        level, name = parameters["level"], free_name(sheet, parameters["name"])
        standard = sheet.standards.beside(:"heading_#{level}", name) if level && sheet.heading(level).nil?
        StyleSheet::Style.new(id: parameters.fetch("style"), name: name, standard: standard, parent: parameters["parent"],
          properties: level ? {keep_next: true} : {}, from_file: false)
      end

      # Twice: a value may bring another with it.
      def taken(manuscript, style)
        2.times { style = nearer(manuscript, style) }
        style
      end

      def nearer(manuscript, style)
        bare = self.class.bare(example(manuscript)).with(style: style.id)
        appearance, cascade = reading(manuscript.with(sheet: manuscript.sheet.with_style(style)).with_paragraphs(bare.id => bare))
        now, said = self.class.seen(bare, appearance, cascade), cascade.style(style.id)
        differing = sayable(bare).reject { |name| Properties.same?(name, now[name], @look[name]) }
        turning = manuscript.inheritance.turning?
        values = differing.to_h { |name| [name, saying(name, @look[name], said[name], turning: turning)] }
        style.with_values(values.merge(unsaid(differing, said)))
      end

      # Indents of an item that is in a list by itself are its level's.
      def sayable(item)
        names = self.class.names(parameters["level"])
        item.properties[:numbering]&.list ? names - InLevels::INDENTS : names
      end

      # A value in characters that is inherited would stand over the width beside it.
      def unsaid(names, said)
        beside = names.filter_map { |name| Properties.in_characters(name)&.name }
        beside.select { |name| said[name]&.nonzero? }.to_h { |name| [name, 0] }
      end

      # Toggles are combined with what table and character styles say (ISO/IEC 29500-1 §17.7.3): where the outcome is wrong, they turn.
      def saying(name, wanted, said, turning:)
        property = Properties[name]
        return !said if property.toggle && turning
        return Properties::Borders::SIDES.to_h { |side| [side, Properties::Borders::NONE] }.merge(wanted) if property.kind == :borders

        wanted
      end

      def reading(manuscript) = Cascade.new(manuscript).then { |cascade| [Appearance.new(manuscript, cascade), cascade] }
    end
  end
end
