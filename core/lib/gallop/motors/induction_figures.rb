# frozen_string_literal: true

module Gallop
  module Motors
    # What follows from the nameplate of an induction motor.
    module InductionFigures
      # Of all losses that small four-pole motors lose in the stator copper (IEC 60034-31, typical split)
      STATOR_LOSS_SHARE = 0.45
      # Rated speed above this share of a synchronous speed belongs to the next lower pole number
      SYNCHRONOUS_MARGIN = 0.9985

      private

      # Pole pairs whose synchronous speed lies just above the rated speed.
      def implied_pole_pairs
        given_all("rated_frequency", "rated_speed") do |f, speed|
          turns = speed / (2 * Math::PI)
          pairs = (f / turns * SYNCHRONOUS_MARGIN).floor
          pairs if pairs.positive?
        end
      end

      def pairs = sheet["pole_pairs"] || implied_pole_pairs
      def synchronous_speed = pairs && given("rated_frequency") && 2 * Math::PI * given("rated_frequency") / pairs
      def slip = synchronous_speed && given("rated_speed") && 1 - given("rated_speed") / synchronous_speed
      def slip_possible? = slip&.between?(0.0005, 0.3)
      def torque = given_all("rated_power", "rated_speed") { |p, w| p / w }
      def input_power =
        given_all("rated_voltage", "rated_current", "power_factor") { |u, i, c| Motor::SQRT3 * u * i * c }
      def efficiency_ratio = input_power && given("rated_power") && given("rated_power") / input_power

      # Loss share of the stator copper, spread over three phases.
      def estimated_resistance
        return unless input_power && given("rated_power") && efficiency_ratio < 1
        (input_power - given("rated_power")) * STATOR_LOSS_SHARE / (3 * given("rated_current")**2)
      end

      # I_0 ≈ I_n (sin φ − cos φ · tan(φ at breakdown)) is unknown from the plate; the common estimate for small
      # motors takes the reactive current at rated load less the share of the leakage: I_0 ≈ I_n · (sin φ − 0.1 · cos
      # φ).
      def estimated_no_load_current
        given_all("rated_current", "power_factor") do |i, c|
          estimate = i * (Math.sqrt(1 - c**2) - 0.1 * c)
          estimate.positive? ? estimate : nil
        end
      end

      def synchronous_speed_follows
        return unless synchronous_speed
        consequence(
          "synchronous_speed",
          "Synchronous speed",
          synchronous_speed * Motor::RPM,
          "rpm",
          0,
          "#{pairs} pole pair#{"s" if pairs > 1} at #{show(given("rated_frequency"), "Hz", 0)}."
        )
      end

      def pole_pairs_follow
        return unless implied_pole_pairs && sheet["pole_pairs"].nil?
        consequence(
          "pole_pairs",
          "Pole pairs that follow",
          implied_pole_pairs,
          "",
          0,
          "The only number whose synchronous speed lies just above #{speed_text(given("rated_speed"))}."
        )
      end

      def rated_slip
        return unless slip_possible?
        consequence(
          "rated_slip",
          "Rated slip",
          slip * given("rated_frequency"),
          "Hz",
          2,
          "#{speed_text(synchronous_speed - given("rated_speed"))}, #{show(slip * 100, "%", 1)} of synchronous speed."
        )
      end

      def rated_torque = torque && consequence("rated_torque", "Rated torque", torque, "N·m", 2, "Power over speed.")

      def efficiency
        ratio = efficiency_ratio or return
        return unless ratio.between?(0.2, 1)
        consequence(
          "efficiency",
          "Efficiency",
          ratio * 100,
          "%",
          1,
          "#{show(given("rated_power"), "W", 0)} out of #{show(input_power, "W", 0)} taken in."
        )
      end

      def volts_per_hertz
        given_all("rated_voltage", "rated_frequency") do |u, f|
          consequence("volts_per_hertz", "Voltage over frequency", u / f, "V/Hz", 2)
        end
      end

      def frequency_at_top_speed
        top = given("top_speed") or return
        return unless pairs
        consequence(
          "frequency_at_top_speed",
          "Output frequency at #{speed_text(top)}",
          top * pairs / (2 * Math::PI),
          "Hz",
          1,
          "Without slip compensation. The drive allows #{show(rating(:output_frequency), "Hz", 0)}."
        )
      end

      # Wired for less than the drive gives, and asked for more than its rated frequency, the motor keeps its whole
      # field up to f_n U_drive/U_n: the voltage goes on along the line of V/f.
      def flux_extended? =
        given_all("rated_voltage", "top_speed") do |voltage, top|
          synchronous_speed && top > synchronous_speed && supply_line_voltage / voltage >= InductionPlate::SPARE
        end

      # Up to which the voltage holds the whole field. @param share [Float] of the supply that is there
      # @return [Float] rad/s
      def full_flux_speed(share = 1.0)
        reach = supply_line_voltage * share / given("rated_voltage")
        synchronous_speed * (flux_extended? ? reach : [reach, 1.0].min)
      end

      def field_weakening
        top = given("top_speed") or return
        return unless synchronous_speed && given("rated_voltage") && top > full_flux_speed
        consequence(
          "field_weakening",
          "Torque left at top speed",
          full_flux_speed / top * 100,
          "%",
          0,
          "Above #{speed_text(full_flux_speed)} the voltage stands still and the field weakens."
        )
      end

      def no_load_current
        current = estimated_no_load_current or return
        consequence(
          "no_load_current",
          "No-load current, estimated",
          current,
          "A",
          2,
          "From the power factor; within about 25 % until it is measured."
        )
      end

      def stator_resistance
        resistance = estimated_resistance or return
        consequence(
          "stator_resistance",
          "Phase resistance, estimated",
          resistance,
          "Ω",
          2,
          "Star equivalent, #{percent(STATOR_LOSS_SHARE)} of the losses; within about 30 % until it is measured."
        )
      end
    end
  end
end
