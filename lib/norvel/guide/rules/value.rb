# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # A formatting property of the paragraphs in some roles: equal to a value, one of several, or in a
      # range. Text properties are measured over most of a paragraph's letters.
      class Value < Rule
        checks "value", area: :text
        takes :roles, :slots, required: true, says: "of which roles"
        takes :property, :property, required: true, says: "which property"
        takes :equals, :value, said: :style, says: "what it is", example: "12 pt"
        takes :one_of, :values, says: "or what it may be"
        takes :between, :values, says: "or from where to where"
        takes :tolerance, :length, says: "how far it may be off"
        takes :lines, :choice, choices: %w[one several], says: "only where they stand in one line, or in several"
        UNSAID = %i[indent_first indent_start space_before space_after].freeze

        # No indent and no space is no habit that needs a word, nor is what running text has as well.
        def self.unsaid?(family, slot, name)
          value = family.values(slot)[name]
          (UNSAID.include?(name) && value == Properties::DEFAULTS[name]) ||
            (slot != :body && name != :size && family[:body] && family.values(:body)[name] == value)
        end

        learned :of_roles do |examples|
          family = examples.first.guide.family
          said = {body: %i[font_family size line_spacing align indent_first space_before space_after]}
          said = said.merge(Slots::HEADINGS.first(3).to_h { |slot| [slot, %i[size line_spacing space_before space_after align]] })
          said = said.merge(block_quotation: %i[size line_spacing indent_start])
          said = said.merge(%i[footnote caption reference_entry table_text].to_h { |slot| [slot, %i[size line_spacing]] })
          said.select { |slot, _| family[slot] }.flat_map do |slot, names|
            spoken = names.reject { |name| unsaid?(family, slot, name) }
            spoken.map { |name| [{"roles" => [slot.to_s], "property" => name.to_s, "equals" => AsSaid::WORD}] }
          end
        end

        def sentence = "#{@property.label} of #{roles_said(@roles)}#{ON[given(:lines)]} is #{expected}."

        ON = {one: " in one line", several: " over several lines"}.freeze
        private_constant :ON

        def applies?(context) = paragraphs(context).any?

        def findings(context)
          judged = {} # many paragraphs have few values
          paragraphs(context).filter_map do |paragraph|
            measured = come_out(context, paragraph, @property)
            by_role = judged.fetch(measured) { judged[measured] = met?(measured) ? nil : {} } or next
            role = role(context, paragraph)
            found(context, by_role[role] ||= finding(context, **words(measured, role)), paragraph,
              Deferred.new { fix(context, paragraph, measured) })
          end
        end

        private

        def prepare
          @property = given(:property)
          @roles = given(:roles)
          @wanted = (@data["one_of"] || @data["between"] || [@data["equals"]]).map { |written| @property.parse(written) }
          @tolerance = given(:tolerance) || Properties::Property::ROUNDING
        end

        def paragraphs(context)
          found = within(context, context.roles.in(*@roles))
          return found unless given(:lines)

          found.select { |paragraph| (context.layout.lines_of(paragraph.id).size > 1) == (given(:lines) == :several) }
        end

        def met?(measured)
          return within?(measured) if @data["between"]

          @wanted.any? { |wanted| @property.same?(measured, wanted, tolerance: @tolerance) }
        end

        SPACING = 0.005 # of a line

        # Line spacing lies between two others of its own kind.
        def within?(measured)
          return measured.between?(@wanted[0] - @tolerance, @wanted[1] + @tolerance) unless @property.kind == :line_spacing

          measured.rule == @wanted[0].rule && measured.value.between?(@wanted[0].value - SPACING, @wanted[1].value + SPACING)
        end

        # @return [Hash{Symbol=>Object}] what a finding says of this value
        def words(measured, role)
          {expected: expected, measured: @property.show(measured), **numbers(measured),
           message: "#{@property.label} of this paragraph " \
           "(#{role.to_s.tr("_", " ")}) is #{@property.show(measured)}; #{expected} is asked for."}
        end

        def expected
          shown = @wanted.map { |wanted| @property.show(wanted) }
          @data["between"] ? shown.join(" to ") : shown.join(" or ")
        end

        def numbers(measured)
          return {} if @wanted.size > 1

          wanted = @wanted.first
          if @property.length? then {expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt"}
          elsif @property.kind == :line_spacing && measured.rule == wanted.rule
            {expected_value: wanted.to_json_value[:value], measured_value: measured.to_json_value[:value],
             unit: wanted.multiple? ? "lines" : "pt"}
          else
            {}
          end
        end

        # The sheet's value where it will do, else the nearest that does.
        def fix(context, paragraph, measured)
          value = by_the_sheet(context, paragraph, @property.name, nearest(measured)) { |own| met?(own) }
          remedies(context, paragraph, {@property.name => value}) { |_, own| met?(own) }
        end

        def nearest(measured)
          return @wanted.first unless @data["between"]

          size = ->(value) { (@property.kind == :line_spacing) ? value.value : value }
          @wanted.min_by { |edge| (size[edge] - size[measured]).abs }
        end
      end
    end
  end
end
