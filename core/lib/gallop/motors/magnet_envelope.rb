# frozen_string_literal: true

module Gallop
  module Motors
    # Torque over speed of a motor with magnets: what the current allows, and what the voltage leaves of it, on the
    # bus as rated and at its weakest. Each point of a curve solves the voltage equation of Winding for its
    # torque, the field weakened as far as motor and current permit.
    module MagnetEnvelope
      STEPS = 24

      private

      def envelope
        peak = usable_torque
        return unless peak && given("rated_torque") && winding && given("line_inductance")
        return unless winding.speed_at(0.0, bus_voltage).positive?
        Chart.new(
          id: "envelope",
          title: shaft.word(:torque_speed),
          x: Chart::Axis.new(label: "speed", unit: shaft.unit(:speed)),
          y: Chart::Axis.new(label: shaft.word(:torque), unit: shaft.unit(:torque)),
          curves: [
            boundary("peak", peak, bus_voltage, :main),
            boundary("peak, weak supply", peak, weakest_bus_voltage, :weak),
            continuous,
            *of_battery(peak)
          ].compact,
          marks: working_marks
        )
      end

      def boundary(name, most, bus, role)
        falling =
          (0..STEPS)
            .map { |step| most * (1 - step / STEPS.to_f) }
            .map { |torque| point([winding.speed_at(torque, bus), frequency_end].min, torque) }
        Chart::Curve.new(name: name, points: [[0.0, falling.first.last], *falling], role: role)
      end

      # rad/s, beyond which the drive turns no field; a motor with brushes has none to turn.
      def frequency_end
        return Float::INFINITY unless arrangement.alternates
        2 * Math::PI * rating(:output_frequency) / given("pole_pairs")
      end

      # What the currents of a battery leave, driving and braking, at its nominal voltage.
      def of_battery(peak)
        currents = power.respond_to?(:currents) ? power.currents : nil
        return [] unless currents && winding_heat
        top = winding.unweakened.speed_at(0.0, bus_voltage)
        speeds = (0..STEPS).map { |step| top * step / STEPS }
        torques = speeds.map { |speed| currents.torques(speed, bus_voltage, winding_heat) }
        [
          ["battery, driving", torques.map(&:last), :third],
          ["battery, braking", torques.map { |braking, _| -braking }, :fourth]
        ].filter_map do |name, most, role|
          next if most.all? { |torque| torque > peak }
          points = speeds.zip(most).map { |speed, torque| point(speed, [torque, peak].min) }
          Chart::Curve.new(name: name, points: points, role: role)
        end
      end

      def point(speed, torque) = [told(:speed, speed).first, told(:torque, torque).first]

      # For ever: the rated torque to the rated speed, no further than the voltage reaches.
      def continuous
        torque = given("rated_torque")
        ends = [given("rated_speed"), winding.unweakened.speed_at(torque, bus_voltage)].compact.min
        Chart::Curve.new(
          name: "for ever",
          points: [point(0.0, torque), point(ends, torque), point(ends, 0.0)],
          role: :second
        )
      end

      def working_marks
        mechanics = machine&.stage("mechanics")
        [top_speed_mark, mechanics && cycle_mark(mechanics), mechanics && asked_mark(mechanics)].compact
      end

      def top_speed_mark
        top = given("top_speed") or return
        Chart::Mark.new(label: "top speed", at: told(:speed, top).first, across: :x)
      end

      def cycle_mark(mechanics)
        speed, torque = mechanics.cycle
        mark("cycle, RMS", speed, torque, for_ever?(speed, torque) ? :good : :bad) if speed
      end

      # No more than the rated torque, up to the rated speed.
      def for_ever?(speed, torque) = torque <= given("rated_torque") && speed <= given("rated_speed").to_f

      def asked_mark(mechanics)
        speed = mechanics.demanded_speed
        mark("asked", speed, mechanics.demanded_torque, :good) if speed && mechanics.demanded_torque
      end

      def mark(label, speed, torque, tone)
        Chart::Mark.new(
          label: label,
          at: told(:speed, speed).first,
          height: told(:torque, torque.to_f).first,
          tone: tone
        )
      end
    end
  end
end
