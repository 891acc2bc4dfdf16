# frozen_string_literal: true

module Gallop
  module Motors
    # Torque over speed of an induction motor on its drive: the rated torque up to synchronous speed and with 1/n
    # above; for a short time what the drive's peak current gives, with 1/n² in the weakened field, where the
    # breakdown torque bounds it (e.g. Leonhard, Control of Electrical Drives, ch. 10).
    module InductionEnvelope
      STEPS = 24

      private

      def envelope
        unless torque && usable_torque && given("rated_voltage") && synchronous_speed && given("top_speed") &&
                 slip_possible?
          return
        end
        Chart.new(
          id: "envelope",
          title: "Torque over speed",
          x: Chart::Axis.new(label: "speed", unit: "rpm"),
          y: Chart::Axis.new(label: "torque", unit: "N·m"),
          curves: [
            boundary("peak", usable_torque, 1.0, 2, :main),
            boundary("peak, weak supply", usable_torque, 1 - supply_tolerance, 2, :weak),
            boundary("for ever", torque, 1.0, 1, :second)
          ],
          marks: [
            Chart::Mark.new(label: "top speed", at: given("top_speed") * FactStage::RPM, across: :x),
            asked
          ].compact
        )
      end

      # Flat to where the voltage ends, falling with a power of the speed above.
      def boundary(name, most, share, power, role)
        corner = full_flux_speed(share)
        furthest = [given("top_speed") * 1.2, corner * 1.2].max
        above =
          (0..STEPS)
            .map { |step| corner + (furthest - corner) * step / STEPS }
            .map { |speed| [speed * FactStage::RPM, most * (corner / speed)**power] }
        Chart::Curve.new(name: name, points: [[0.0, most], *above], role: role)
      end

      def asked
        mechanics = machine&.stage("mechanics")
        return unless mechanics&.demanded_speed && mechanics.demanded_torque
        Chart::Mark.new(
          label: "asked",
          at: mechanics.demanded_speed * FactStage::RPM,
          height: mechanics.demanded_torque.to_f,
          tone: :good
        )
      end
    end
  end
end
