# frozen_string_literal: true

module Gallop
  module Paddock
    class Rig
      # Builds one stand-in from its checked rig entry.
      class Assembly
        def initialize(drive, index, state_directory)
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
            pulse_input: !@profile["pulse.function"].nil?,
            winding: thermal_mass(@drive["motor"]),
            heat_sink: thermal_mass(@drive["heat_sink"])
          )
        end

        # An elastic belt or coupling makes two masses of it.
        def mechanics
          return slide if @profile.slides?
          given = figures("mechanics").compact
          return Plant::TwoMass.new(**given) if given.key?(:stiffness)
          Plant::OneMass.new(**given.except(:damping))
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
            Plant::SynchronousMotor.new(**magnets(given))
          end
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

        def sensor =
          (@profile.motor_kind == :stepper ? Plant::TwoPhaseSensor : Plant::CurrentSensor).new(
            **figures("sensor"),
            seed: @drive["serial"] & 0x7fffffff
          )

        def encoder
          return if @drive["feedback"].nil?
          given = figures("feedback")
          Plant::Encoder.new(**given, offset: radians(given[:offset]), pole_pairs: @drive["motor"]["pole_pairs"] || 1)
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
