# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the terminals command, carried out: starts and stops where they are the command source; quick stop, fault
      # reset, external fault, limit switches and broken wires whoever commands.
      class ContactCommand < Part
        EXTERNAL = 0x9000
        WIRE_BROKEN = 0xFF42
        LIMIT_SWITCH = 0xFF43
        GO_ON = [0xF].freeze
        SHUTDOWN = 0x6
        COAST = [0x0].freeze
        QUICK_STOP = [0x2].freeze

        def wake
          @jogs = false
          @torque_share = 1.0
        end

        # Behind those of the terminals.
        def settings_changed
          @logic = drive.terminals.logic
          @coasts = raw("terminals.stop_by") == Gallop::Terminals::Stops::COAST
          @by_current = raw("terminals.stop_by") == Gallop::Terminals::Stops::DIRECT
          return unless raw("presets.jog_time")
          entry = drive.profile.fetch("speed.target")
          @step = entry.figure(1).to_f
          @jog_rate = setting("presets.jog_speed") / setting("presets.jog_time")
          @bounds_second = drive.profile.settings.any? { |one| one.key.start_with?("ramps.second_") }
        end

        # Whether starts and stops are the contacts'.
        def commands? = logic ? logic.commands? : false

        # Whether a reference of the drive's own takes the place of the target over the network.
        def leads? = logic ? logic.leads? : false

        # In steps of the target. @return [Float]
        def target = logic.speed / @step

        # In the drive's unit of speed a second, of a jog and of its end; nil otherwise
        def jog_rate = @jogs ? @jog_rate : nil
        def second_ramps? = @bounds_second && logic ? logic.second_ramps? : false

        # In which direction contacts have started it; 0 while they do not command
        def direction = commands? ? logic.run : 0

        # Whether a stop by contacts takes direct current in the place of the ramp.
        def stops_by_current? = @by_current && commands? && logic.run.zero?

        # Somebody else stopped the motor.
        def block = logic&.block

        # Whether a switch at the end of the travel forbids to go that way.
        def at_limit?(speed)
          return false if logic.nil?
          (speed.negative? && logic.limit_low?) || (speed.positive? && logic.limit_high?)
        end

        # Terminals of the drive. @return [Gallop::Terminals::Logic, nil]
        attr_reader :logic

        # Of the torque that the limits leave. @return [Float]
        attr_reader :torque_share

        def warns? = logic ? logic.broken == :warn : false

        def each_millisecond(_dt)
          return if logic.nil?
          @torque_share = logic.torque_share * drive.led_torque
          drive.command_itself(PowerUp::RESETTING) if logic.reset? && drive.machine.state == :fault
          watch
          return unless commands?
          @jogs = logic.jogs? || (@jogs && logic.run.zero? && drive.stage_on?)
          logic.run.zero? ? stop : start
        end

        private

        def watch
          return if drive.machine.faulted?
          return drive.trip(EXTERNAL) if logic.external_fault?
          return drive.trip(WIRE_BROKEN) if logic.broken == :fault
          return drive.stop_for_good if logic.torque_off_comes?
          return unless drive.machine.state == :operation_enabled
          return drive.command_itself(QUICK_STOP) if logic.quick_stop? || (logic.keypad.stops? && !commands?)
          drive.trip(LIMIT_SWITCH, Monitors::QUICK) if drive.positioning? && at_limit?(drive.demanded_speed)
        end

        def start
          return if drive.ends_for_good?
          return drive.command_itself(GO_ON) if drive.machine.state == :operation_enabled && drive.ends?
          return if drive.machine.state == :operation_enabled || !drive.switch_on_permitted?
          drive.command_itself(PowerUp::ENABLING) unless drive.machine.state == :quick_stop_active
        end

        def stop
          return unless drive.machine.state == :operation_enabled
          return drive.command_itself(COAST) if @coasts
          drive.stop_then(SHUTDOWN) unless drive.ends?
        end
      end
    end
  end
end
