# frozen_string_literal: true

module Gallop
  module Paddock
    class Rig
      # Builds one stand-in from its checked rig entry.
      class Assembly
        # @param team_lines [Hash{String => TeamLine}] by name
        def initialize(drive, index, state_directory, team_lines)
          @team_lines = team_lines
          @drive = drive
          @index = index
          @state_directory = state_directory
          @profile = Objects::Profile.load(drive["family"])
        end

        def stand_in
          StandIn.new(
            name: @drive["name"],
            flash: flash,
            axis: axis,
            memory: memory,
            boot_time: @drive["boot_time"],
            electronics_voltage: @drive["supply"]["electronics_voltage"],
            nameplate: @drive["nameplate"]
          )
        end

        private

        def axis
          Axis.new(
            shaft: shaft,
            motor: motor,
            mechanics: mechanics,
            bus: bus,
            sensor: sensor,
            encoder: encoder,
            brake: brake,
            stage: stage,
            obstacles: @drive["obstacles"] && Plant::Obstacles.new(**figures("obstacles")),
            appendage: @drive["appendage"] && Plant::Appendage.new(**figures("appendage")),
            second_encoder: second_encoder,
            bus_reading: @drive["bus_reading"] ? figures("bus_reading") : {},
            box: box,
            ends: @drive["ends"] && Plant::Obstacles.new(**figures("ends").except(:switches)),
            pulse_input: !@profile["pulse.function"].nil?,
            winding_sensor: @drive["winding_sensor"] && Plant::WindingSensor.new(**figures("winding_sensor")),
            team_line: @drive["team_line"] && @team_lines[@drive["team_line"]].join,
            gates_low: @drive["gates_low"],
            winding: thermal_mass(@drive["motor"]),
            heat_sink: thermal_mass(@drive["heat_sink"])
          )
        end

        def box
          switches = @drive.dig("ends", "switches").to_a
          OperatorsBox.new(
            seed: @drive["serial"] & 0x7fffffff,
            cams: switches.map { |one| OperatorsBox::Cam.new(contact: one["input"], from: one["from"], to: one["to"]) },
            opening: switches.select { |one| one["opening"] }.map { |one| one["input"] },
            offsets: [@drive["analog_offset_1"], @drive["analog_offset_2"]],
            keypad: @profile["keys.local"] ? OperatorsBox::Keypad.new : nil
          )
        end

        # An elastic belt or coupling makes two masses of it, play in it two that part.
        def mechanics
          return slide if @profile.slides?
          given = figures("mechanics").compact
          return given.key?(:play) ? Plant::Play.new(**given) : Plant::TwoMass.new(**given) if given.key?(:stiffness)
          varies = given.keys.any? { |key| Schema::VARYING.include?(key.to_s) }
          (varies ? Plant::VaryingMass : Plant::OneMass).new(**given.except(:damping))
        end

        # Seen from the motor: a turn of it is as many of the motor's as the ratio says.
        def second_encoder
          given = @drive["second_feedback"] or return
          counts = given["counts_per_turn"] / given["ratio"]
          Plant::Encoder.new(
            counts_per_turn: counts,
            direction: given["direction"],
            offset: radians(given["offset"]) * given["ratio"]
          )
        end

        # Masses and forces as inertia and torques of the shaft.
        def slide
          given = figures("mechanics").compact
          forces =
            given.slice(:coulomb, :breakaway, :gravity).transform_values { |force| shaft.reckoned(:torque, force) }
          Plant::OneMass.new(
            inertia: shaft.reckoned(:inertia, given[:mass]),
            motor_inertia: given[:motor_mass] && shaft.reckoned(:inertia, given[:motor_mass]),
            load_torque: shaft.reckoned(:torque, given[:load_force]),
            viscous: given[:viscous] * shaft.radius**2,
            **forces
          )
        end

        def shaft = @shaft ||= @profile.slides? ? Shaft.sliding(@drive["motor"]["pole_pair_pitch"]) : Shaft.turning

        def stage
          return if @drive["stage"].nil?
          legs = @profile.motor_kind == :stepper ? 2 : 1
          rate = @profile.motor_kind == :induction ? 4000.0 : 16_000.0
          given = figures("stage")
          clamp = [given[:clamp], sure(given, legs, rate)].max
          Plant::PowerStage.new(**given, clamp: clamp, rate: rate, legs_a_phase: legs)
        end

        # A by which the stage's own drop brings the current down within a period of switching: below it the sign of a
        # current means nothing.
        def sure(given, legs, rate)
          bus = @drive["supply"]["mains_voltage"]&.*(Math.sqrt(2)) || @drive["supply"]["full_voltage"]
          legs * (given[:dead_time] * rate * bus + given[:drop]) / (rate * least_inductance)
        end

        # H of a phase
        def least_inductance
          motor = @drive["motor"]
          return motor["inductance"] / 2 if @profile.motor_kind == :brushed
          return motor["stator_leakage"] + motor["rotor_leakage"] if @profile.motor_kind == :induction
          motor["inductance"] || motor["inductance_d"]
        end

        def brake = @drive["brake"] && Plant::Brake.new(**figures("brake"))

        def figures(part) = @drive[part].transform_keys(&:to_sym)

        def motor
          given = figures("motor").except(:thermal_resistance, :thermal_time)
          case @profile.motor_kind
          when :induction
            Plant::InductionMotor.new(**given)
          when :brushed
            Plant::BrushedMotor.new(**given)
          when :stepper
            Plant::StepperMotor.new(**magnets(given))
          when :linear
            Plant::SynchronousMotor.new(**magnets(turned(given)))
          else
            synchronous(magnets(given))
          end
        end

        UNEVEN = %i[
          saturation_current
          cogging_torque
          cogging_periods
          torque_ripple
          flux_coefficient
          rotor_thermal_time
        ].freeze
        private_constant :UNEVEN

        # Only what is made unevenly is reckoned as such.
        def synchronous(given)
          uneven = given.slice(*UNEVEN).compact
          even = given.except(*UNEVEN)
          uneven.empty? ? Plant::SynchronousMotor.new(**even) : Plant::UnevenMotor.new(**even, **uneven)
        end

        def magnets(given) = given.merge(magnet_offset: radians(given[:magnet_offset]))

        # ψ = K_t/(1.5·√2·p) with K_t for an ampere rms, and one pole pair.
        def turned(given)
          given.except(:force_constant, :pole_pair_pitch).merge(
            flux: shaft.reckoned(:torque_constant, given[:force_constant]) / (1.5 * Math.sqrt(2)),
            pole_pairs: 1
          )
        end

        def bus
          unless @profile.rating.key?(:bus_voltage)
            return Plant::MainsBus.new(**figures("supply").except(:electronics_voltage))
          end
          Plant::BatteryBus.new(**figures("supply").except(:electronics_voltage))
        end

        def sensor
          given = figures("sensor").compact.merge(seed: @drive["serial"] & 0x7fffffff)
          return Plant::TwoPhaseSensor.new(**given) if @profile.motor_kind == :stepper
          wrong = given.keys & %i[exchanged reversed_u reversed_v range drift]
          (wrong.empty? ? Plant::CurrentSensor : Plant::MiswiredSensor).new(**given)
        end

        def encoder
          return if @drive["feedback"].nil?
          given = figures("feedback").compact
          given = given.merge(offset: radians(given[:offset]), pole_pairs: @drive["motor"]["pole_pairs"] || 1)
          return paired(given) if given[:kind] == "absolute_lines"
          flaws = given.keys & %i[eccentricity signal_error jitter lost_counts word_time hall_errors hall_offset]
          if flaws.empty?
            Plant::Encoder.new(**given.except(:periods, :word_bits, :word_offset))
          else
            Plant::ImperfectEncoder.new(**in_radians(given.except(:word_bits, :word_offset)))
          end
        end

        def paired(given)
          Plant::PairedEncoder.new(
            **given.slice(:counts_per_turn, :direction, :offset, :kind, :pole_pairs, :word_time),
            word_bits: given.fetch(:word_bits, 12),
            word_offset: radians(given.fetch(:word_offset, 0.0))
          )
        end

        def in_radians(given)
          turned = given.slice(:eccentricity, :signal_error, :hall_offset).transform_values { |angle| radians(angle) }
          edges = given[:hall_errors]&.map { |angle| radians(angle) }
          given.merge(turned, { hall_errors: edges, seed: @drive["serial"] & 0x7fffffff })
        end

        def thermal_mass(given)
          Plant::ThermalMass.new(
            resistance: given["thermal_resistance"],
            time_constant: given["thermal_time"],
            ambient: @drive["ambient"] + 273.15
          )
        end

        def flash
          Flash.new(@profile, version: @drive["firmware"] || @profile.firmware, file: state_file("-program"))
        end

        def memory
          identity = { "device.serial" => @drive["serial"], "network.hardware_address" => hardware_address }.slice(
            *@profile.entries.map(&:key)
          )
          Memory.new(@profile, file: state_file, identity: identity)
        end

        def state_file(suffix = "")
          File.join(@state_directory, "#{@index}-#{@drive["serial"]}#{suffix}.json") if @state_directory
        end

        # Locally administered, so that it is nobody's.
        def hardware_address
          [0x02, 0x47, 0x50, *[@drive["serial"]].pack("N").bytes.last(3)].map { |byte| Kernel.format("%02X", byte) }
            .join(":")
        end

        def radians(degrees) = degrees * Math::PI / 180
      end
    end
  end
end
