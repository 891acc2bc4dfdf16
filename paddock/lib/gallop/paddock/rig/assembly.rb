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
          StandIn.new(name: @drive["name"], profile: @profile, axis: axis, memory: memory, boot_time: @drive["boot_time"],
                      electronics_voltage: @drive["supply"]["electronics_voltage"], nameplate: @drive["nameplate"])
        end

        private

        def axis
          Axis.new(motor: motor, mechanics: Plant::OneMass.new(**figures("mechanics")), bus: bus, sensor: sensor, encoder: encoder,
                   winding: thermal_mass(@drive["motor"]), heat_sink: thermal_mass(@drive["heat_sink"]))
        end

        def figures(part) = @drive[part].transform_keys(&:to_sym)

        def motor
          given = figures("motor").except(:thermal_resistance, :thermal_time)
          return Plant::InductionMotor.new(**given) if @profile.motor_kind == :induction
          Plant::SynchronousMotor.new(**given, magnet_offset: radians(given[:magnet_offset]))
        end

        def bus
          Plant::MainsBus.new(**figures("supply").except(:electronics_voltage))
        end

        def sensor = Plant::CurrentSensor.new(**figures("sensor"), seed: @drive["serial"] & 0x7fffffff)

        def encoder
          return if @drive["feedback"].nil?
          given = figures("feedback")
          Plant::Encoder.new(**given, offset: radians(given[:offset]))
        end

        def thermal_mass(given)
          Plant::ThermalMass.new(resistance: given["thermal_resistance"], time_constant: given["thermal_time"], ambient: @drive["ambient"] + 273.15)
        end

        def memory
          file = File.join(@state_directory, "#{@index}-#{@drive['serial']}.json") if @state_directory
          Memory.new(@profile, file: file, identity: { "device.serial" => @drive["serial"] })
        end

        def radians(degrees) = degrees * Math::PI / 180
      end
    end
  end
end
