# frozen_string_literal: true

module Gallop
  module Motors
    # What all kinds of motors share. Subclasses name their FIELDS.
    class Motor < FactStage
      include Surroundings
      include BareStage

      # What other stages rest on. @return [Integer, nil]
      def pole_pairs_known = given("pole_pairs")&.round

      # What it moves.
      def shaft = Shaft.turning

      # Nothing but its size.
      def unknown? = false

      # A fact of the motor as other stages reckon with it, of its shaft; nil where this kind has none. @return
      # [Float, nil] SI
      def known(key) = given(key)

      # Rated slip, where the kind of motor has any. @return [Float, nil] share of the synchronous speed
      def slip_of_rating = nil

      # @param speed [Float] rad/s @return [Float, nil] N·m that it gives for ever at that speed
      def continuous_torque(_speed) = given("rated_torque")

      # @return [Float, nil] A, as the drive's rating has it
      def current_for(torque) = given("torque_constant") && torque / given("torque_constant")

      # What motor and drive give for a short time, together. @return [Float, nil] N·m
      def usable_torque = given_all("torque_constant") { |constant| usable_current && usable_current * constant }

      # @return [Float, nil] A
      def usable_current = given("peak_current") && [given("peak_current"), rating(:peak_current)].min

      # Facts of the machine around the motor, which no data sheet of the motor has. @return [Array<String>]
      def self.surrounding =
        [Unknown::PLATE, *Surroundings::FIELDS, *Surroundings::FORM[:switching], *BareStage::FIELDS].map(&:key)

      private

      def fields(typed) =
        (Unknown.possible?(profile) ? [Unknown::PLATE] : []) + self.class.fields(typed) + Surroundings.fields(profile) +
          BareStage.fields(profile)

      # The bus as Power has it; as long as nobody says what feeds the drive, by the drive's rating. V
      def bus_voltage = power&.bus_fed || rated_bus
      def weakest_bus_voltage = power&.weakest_bus || rated_bus * (1 - rated_tolerance)
      def rated_bus = profile.rating.fetch(:bus_voltage) { rating(:mains_voltage) * SQRT2 }
      def rated_tolerance = profile.rating.fetch(:bus_tolerance) { rating(:mains_tolerance) }
      def supply_tolerance = 1 - weakest_bus_voltage / bus_voltage
      def power = machine&.stage("power")

      # What the drive can put out between two lines, rms.
      def supply_line_voltage = bus_voltage / SQRT2

      def propose_type =
        sheet["type"] &&
          propose("motor.catalogue_number", sheet["type"].byteslice(0, 32).scrub(""), "as given", facts: %w[type])
      def propose_thermal_time = propose_as_given("thermal_time", "motor.thermal_time")
      def propose_speed_limit = propose_as_given("top_speed", "limits.motor_speed", "the top speed allowed")

      def drive_too_small
        current = given("rated_current") or return
        limit = rating(:current)
        return if current <= limit
        caution(
          "drive_too_small",
          "The motor takes #{show(current, "A")}, the drive gives #{show(limit, "A")}",
          because: "Above #{percent(limit / current)} of the rated current the drive is at its limit.",
          so: "Take a larger drive if the machine needs the full #{shaft.word(:torque)}.",
          facts: %w[rated_current]
        )
      end
    end
  end
end
