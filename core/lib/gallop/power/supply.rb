# frozen_string_literal: true

module Gallop
  module Power
    # What mains and batteries share: the energy of a stop and the holding brake.
    #
    #   E = ½ J ω² of motor and load together, less nothing: friction and copper losses help, and are the reserve
    #   P(0) = J ω²/t, the power at the beginning of a ramp of the time t
    class Supply < FactStage
      include Lowering

      FORM = Facts::Form.load("power/supply")
      BRAKE = FORM[:brake] # what a motor of the library brings over
      # The same of a slide.
      OF_SLIDE = {
        "stop_speed" => {
          unit: "m/s",
          minimum: 0.001,
          maximum: 100
        },
        "brake_torque" => {
          label: "Brake force",
          unit: "N",
          minimum: 0.01,
          maximum: 100_000,
          help: "Rated holding force at the moving part."
        }
      }.freeze
      KINDS = { "stop_speed" => :speed, "brake_torque" => :torque }.freeze
      BRAKE_MARGIN = 1.5 # of the torque that it must hold; what makers of lifting gear ask for at least

      # What other stages rest on: the bus as it is fed, and at its weakest. @return [Float, nil] V
      def bus_fed = nil
      def weakest_bus = nil

      # The speed that a stop begins with. @return [Float, nil] rad/s
      def speed_stopped = stop_speed

      # The shortest stop that the supply swallows; nil where nothing bounds it or it is not known. @return [Float,
      # nil] s
      def shortest_stop_time = swallowed_power&.positive? && stop_energy ? 2 * stop_energy / swallowed_power : nil

      def self.fields(_typed) = self::FIELDS

      # @return [Float, nil] SI, of the shaft where the fact is one of motion
      def given(key) = KINDS.key?(key) && super && shaft.slides? ? shaft.reckoned(KINDS[key], super) : super

      private

      def fields(typed) =
        if profile.slides?
          self.class.fields(typed).map { |field| field.with(**OF_SLIDE.fetch(field.key, {})) }
        else
          self.class.fields(typed)
        end
      def motor = machine&.stage("motor")
      def mechanics = machine&.stage("mechanics")
      def stop_speed = given("stop_speed") || motor&.given("top_speed")
      def capacitance = rating(:capacitance) * 1e-6
      def trip = rating(:trip)
      # Of the load that has most of it.
      def stop_energy = stop_speed && energies.max
      def energies
        moved = mechanics ? mechanics.drivetrains.filter_map { |train| train.energy(stop_speed) } : []
        bare = motor&.known("rotor_inertia")
        moved.empty? && bare ? [0.5 * bare * stop_speed**2] : moved
      end

      # What the capacitors take between the running bus and the trip. @return [Float] J
      def capacitor_energy(bus) = 0.5 * capacitance * (trip**2 - bus**2)

      def first_power = stop_energy && given("stop_time") && 2 * stop_energy / given("stop_time")
      def held_torque = mechanics&.holding_torque

      def energy_of_a_stop
        stop_energy &&
          consequence(
            "energy_of_a_stop",
            "Energy of a stop from #{speed_text(stop_speed)}",
            stop_energy,
            "J",
            nil,
            (
              if shaft.slides?
                "½ m v² of moving part and load; friction and the motor's own losses help."
              else
                "½ J ω² of motor and load; friction and the motor's own losses help."
              end
            )
          )
      end

      def power_of_a_stop
        first_power &&
          consequence(
            "power_of_a_stop",
            "Power as the stop begins",
            first_power,
            "W",
            0,
            "It falls to nothing with the speed."
          )
      end

      def brake_margin
        return unless held_torque&.nonzero? && given("brake_torque")
        consequence(
          "brake_margin",
          "Brake #{shaft.word(:torque)} against the load",
          given("brake_torque") / held_torque.abs,
          "",
          1,
          "Times the #{shaft.word(:torque)} that gravity asks for at the motor."
        )
      end

      def brake_too_weak
        return unless held_torque&.nonzero? && given("brake_torque")
        ratio = given("brake_torque") / held_torque.abs
        return if ratio >= BRAKE_MARGIN
        finding(
          ratio < 1 ? :blocker : :caution,
          "brake_too_weak",
          "The brake holds #{torque_text(given("brake_torque"))}; the load asks for #{torque_text(held_torque.abs)}",
          because: "#{BRAKE_MARGIN} times the load is the least that wear and a hot brake leave room for.",
          so: "A stronger brake, or a counterweight.",
          facts: %w[brake_torque]
        )
      end

      def load_without_brake
        return unless held_torque && mechanics.load_comes_down? && [nil, "none"].include?(sheet["brake"])
        caution(
          "load_without_brake",
          "Gravity moves the load, and there is no brake",
          because: "At a fault, a torque-off or a lost supply the power stage goes off and the load comes down.",
          so: "Fit a holding brake.",
          facts: %w[brake]
        )
      end

      def brake_times_missing
        return unless sheet["brake"] == "drive" && (given("brake_release").nil? || given("brake_engage").nil?)
        caution(
          "brake_times_missing",
          "The drive releases the brake and does not know its times",
          because:
            "Too short, and a hanging load drops a little at every stop, or the motor starts against a closed brake.",
          so: "Take both from the brake's data sheet.",
          facts: %w[brake_release brake_engage]
        )
      end

      def propose_brake
        chosen = { "none" => 0, "drive" => 1, "controller" => 2 }[sheet["brake"]] or return
        [
          propose("brake.fitted", chosen, "as given", facts: %w[brake]),
          brake_figure("brake_release", "brake.release_time", 1e3),
          brake_figure("brake_engage", "brake.engage_time", 1e3),
          brake_figure("brake_torque", "brake.torque", 1)
        ].compact
      end

      def brake_figure(key, entry, factor) =
        given(key) &&
          propose(
            entry,
            (KINDS.key?(key) ? shaft.real(KINDS[key], given(key)) : given(key)) * factor,
            "from the brake's data sheet",
            facts: [key]
          )
    end
  end
end
