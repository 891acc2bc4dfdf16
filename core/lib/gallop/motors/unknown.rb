# frozen_string_literal: true

module Gallop
  module Motors
    # A motor whose nameplate cannot be read: a current to begin with, by its size, and what a wrong size risks. The
    # classes are those of the library's motors; heat goes with the square of the current.
    class Unknown < Motor
      FORM = Facts::Form.load("motors/unknown")
      PLATE = FORM.field("plate")
      START = 0.5 # of the smallest rated current of the class: a quarter of its heat
      STATOR = /(\d+) mm/ # of a note
      SIZED = /\A(?:Kestrel|Heron|Plover) (\d+)/ # parts of the library whose number begins with flange or shaft height

      CONSEQUENCES = [*%i[starting_current if_smaller if_larger cable_drop], *BareStage::CONSEQUENCES].freeze
      RULES = [*%i[motor_unknown no_sensor], *BareStage::RULES].freeze
      PROPOSALS = [
        *%i[propose_type propose_start propose_limits propose_speed_limit propose_sensor],
        *BareStage::PROPOSALS
      ].freeze

      # On mains by flange or shaft height, on a battery by the stator's diameter.
      # @return [Hash{String => Array<Float>}] size in mm => rated currents (A) of the library's motors of that size
      def self.classes(profile)
        battery = battery?(profile)
        (@classes ||= {})[[profile.motor_kind, battery]] ||= of_kind(profile.motor_kind)
          .filter_map { |motor| size_of(motor, battery)&.then { |size| [size, motor.facts["rated_current"].to_f] } }
          .group_by(&:first)
          .transform_values { |motors| motors.map(&:last).sort }
          .sort_by { |size, _| size.to_i }
          .to_h
          .freeze
      end

      def self.battery?(profile) = !profile.rating.key?(:mains_voltage)

      def self.of_kind(kind) =
        Library.shipped.select { |motor| motor.kind == kind.to_s && motor.facts["rated_voltage"] != "230" }
      private_class_method :of_kind

      def self.size_of(motor, battery)
        of_part = motor.part[SIZED, 1]
        battery ? (of_part ? nil : motor.note[STATOR, 1]) : of_part
      end
      private_class_method :size_of

      # @return [Boolean] whether the kind of motor has classes here
      def self.possible?(profile) = classes(profile).any?

      def unknown? = true
      def usable_torque = nil
      def continuous_torque(_speed) = nil
      def current_for(_torque) = nil
      def pole_pairs_known = nil

      private

      def fields(_typed) =
        [PLATE, size_field, FORM.field("top_speed"), *Surroundings.fields(profile), *BareStage.fields(profile)]

      def size_field
        FORM.field("size").with(choices: sizes.keys.to_h { |size| [size, "#{size} mm"] }, **what_is_measured)
      end

      def what_is_measured
        return { label: "Stator", help: "Diameter of its housing." } if self.class.battery?(profile)
        profile.motor_kind == :induction ? {} : { label: "Flange", help: "Side of its square." }
      end

      def sizes = self.class.classes(profile)
      def class_currents = sizes[sheet["size"]]
      def start = class_currents && [class_currents.first * START, rating(:current)].min

      # Currents of the next class in that direction.
      def neighbour(step)
        place = class_currents && sizes.keys.index(sheet["size"]) + step
        place&.between?(0, sizes.size - 1) ? sizes.values[place] : nil
      end

      def starting_current
        start &&
          consequence(
            "starting_current",
            "Current to begin with",
            start,
            "A",
            2,
            "Half of the #{show(class_currents.first, "A", 2)} that the smallest of #{class_currents.size} known " \
              "motors of #{sheet["size"]} mm takes for ever: a quarter of its heat."
          )
      end

      def if_smaller
        currents = neighbour(-1) or return
        consequence(
          "if_smaller",
          "Heat if it is one size smaller",
          (start / currents.first)**2 * 100,
          "%",
          0,
          "Of what the smallest motor of that size stands for ever."
        )
      end

      def if_larger
        currents = neighbour(1) or return
        consequence(
          "if_larger",
          "Torque if it is one size larger",
          start / currents.last * 100,
          "%",
          0,
          "Of the largest motor's rated torque of that size; it may not break away."
        )
      end

      def motor_unknown
        caution(
          "motor_unknown",
          "Nothing but the size of the motor is known",
          because:
            "Pole pairs, winding and constants are the drive's own until they are measured: a servo would not find " \
              "its field, a frequency drive not its slip. A wrong class overheats the winding, or does not move it.",
          so: "Look for a data sheet once more; else let it be identified before it is enabled.",
          facts: %w[plate size]
        )
      end

      def propose_type =
        sheet["size"] &&
          propose(
            "motor.catalogue_number",
            "unknown, #{sheet["size"]} mm",
            "its size is all that is known",
            facts: %w[size]
          )

      def propose_start
        return unless start
        [
          propose("motor.rated_current", start, "to begin with", facts: %w[size]),
          propose("motor.peak_current", start, "no more than to begin with", facts: %w[size])
        ].compact
      end

      def propose_limits =
        start && [propose("limits.current", 100.0, "no more than to begin with", facts: %w[size])].compact
    end
  end
end
