# frozen_string_literal: true

module Gallop
  module Facts
    # A fact that is asked for. minimum and maximum (in unit) bound what can be at all; whole asks for a whole number;
    # choices, where given, are the only figures or words that count.
    Field =
      Record.define(
        :key,
        :label,
        :unit,
        :help,
        minimum: nil,
        maximum: nil,
        whole: false,
        required: true,
        group: "Nameplate",
        step: nil,
        text: false,
        choices: {
        }
      ) do
        # @param typed [String] @return [Float, Integer, String] in #unit @raise [Quantities::Unreadable] with the
        # reason
        def read(typed)
          return words(typed) if text
          return choice(typed) if choices.any?
          figure = Quantities.parse(typed, unit: unit)
          refuse "a whole number is expected" if whole && figure != figure.round
          if (minimum && figure < minimum) || (maximum && figure > maximum)
            refuse "#{shown(figure)} cannot be: #{range_text}"
          end
          whole ? figure.round : figure
        end

        def shown(figure) = Quantities.format(figure, unit, whole ? 0 : nil)
        def range_text = "#{shown(minimum)} to #{shown(maximum)} is possible"

        private

        def words(typed)
          refuse "60 characters at most" if typed.length > 60
          typed.strip
        end

        def choice(typed)
          choices.key?(typed) ? typed : refuse("“#{typed}” is none of #{choices.keys.join(", ")}")
        end

        def refuse(reason) = raise(Quantities::Unreadable, reason)
      end
  end
end
