# frozen_string_literal: true

module Motion
  # A wanted speed and what the gait makes of it.
  HeldSpeed =
    Gallop::Record.define(:asked, :held, :limit, :gait, :unit) do
      def self.of(asked, gait:, limit:, unit:)
        new(asked: asked, held: gait.hold(asked, limit: limit), limit: limit, gait: gait, unit: unit)
      end

      def held_back? = (asked - held).abs > 1e-9

      def reason
        return unless held_back?
        figure = ->(value) { Gallop::Quantities.format(value, unit, value.abs < 100 ? 1 : 0) }
        "Held at #{figure.(held)}: #{gait.name} allows #{Gallop::Quantities.format(gait.speed * 100, "%", 0)} of " \
          "the speed limit of #{figure.(limit)}."
      end
    end
end
