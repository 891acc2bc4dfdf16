# frozen_string_literal: true

module Gallop
  module Mechanics
    # A load on the moving part of a linear motor: no gear, and nothing between the two. A turn of the reckoned shaft
    # is a pole pair pitch.
    class Slide < Train
      LENGTHS = Train::UNITS.keys.reject { |unit| unit.match?(/°|turn/) }.freeze
      UNIT = FORM.field("unit").with(choices: LENGTHS.to_h { |unit| [unit, unit] })
      STATED = [*FORM[:linear_load], *FORM[:linear_motion], FORM.field("cycle_time"), UNIT].freeze

      CONSEQUENCES =
        (
          Train::CONSEQUENCES -
            %i[
              measured_travel
              travel_a_turn
              roll_inertia
              winder_speeds
              winder_torques
              cylinder_inertia
              resonance
              anti_resonance
              load_law_says
            ]
        ).freeze
      RULES =
        (
          Train::RULES - %i[half_a_gear half_a_measurement travel_differs roll_turned resonance_low gearbox_too_fast]
        ).freeze

      def self.fields(_typed) = STATED

      def goes_and_returns? = true

      private

      def mechanism = "slide"
      def linear? = true
      def travel_of_mechanism = motor&.pair_pitch
      def unit_fits? = sheet["unit"].nil? || LENGTHS.include?(sheet["unit"])

      # The moving part hangs on the slope as well.
      def gravity_force
        return 0.0 unless given("load_mass")
        (
          given("load_mass") + (rotor_inertia ? shaft.real(:inertia, rotor_inertia) : 0.0) -
            (given("counterweight") || 0.0)
        ) * Mechanics::GRAVITY * Math.sin(given("slope") || 0.0)
      end

      def inertia_at_motor =
        load_inertia && consequence("inertia_at_motor", "Load on the moving part", *told(:inertia, load_inertia))
      def speed_at(motor_speed) = speed_text(motor_speed)
      # Rules name the facts of a gear that is not there.
      def named(facts) = facts.select { |key| sheet.asks?(key) }

      def feed_turn = "a pole pair pitch"
      def feed_turns = "pole pair pitches"
    end
  end
end
