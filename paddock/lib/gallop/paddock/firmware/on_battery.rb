# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What drives on a battery have beside a servo's figures.
      module OnBattery
        TEAM_INCOMPLETE = 32 # of control.inhibits
        SHORT_CIRCUIT = 0x2340
        LOW_IS_ON = 1 # of stage.gate_polarity
        UNBOUNDED = [-Float::INFINITY, Float::INFINITY].freeze

        # W/(N·m)² that the winding takes beside the work, as its setting says
        def winding_heat =
          phases * setting("motor.phase_resistance") / of_shaft("motor.torque_constant", :torque_constant)**2

        def team = @member.team
        def led_torque = @member.team.torque
        def led_haste = @member.team.haste
        def inhibits = super | (@member.team.ready? ? 0 : TEAM_INCOMPLETE)

        # Of the torque limit, by envelope and terminals
        def torque_left = @torque_share * contacts.torque_share

        # N·m
        def delivered_torque = @stage_on ? actual_torque : 0.0

        private

        def phases = 3

        def wake_parts
          super
          @battery = BatteryLimit.new(self)
          @member = TeamMember.new(self)
        end

        def parts = [*super, @battery, @member]

        def watch_family(dt)
          @battery.each_millisecond(dt)
          return trip(SHORT_CIRCUIT, Stopping::COAST) if gates_wrong?
          super
        end

        def tend_family(dt)
          super
          @member.each_millisecond(dt)
        end

        # What is to be off is on: both transistors of each leg.
        def gates_wrong? = axis.gates_low ^ (@effective["stage.gate_polarity"] == LOW_IS_ON)

        def family_reset_permitted?
          return @member.found? if @fault_code == TeamMember::LOST
          super && (@fault_code != SHORT_CIRCUIT || !gates_wrong?)
        end

        # A stop comes before the battery: it may use the whole torque.
        def control_speed
          @speed_loop.within(*(@machine.state == :operation_enabled ? @battery.bounds : UNBOUNDED))
          super
        end

        # How its stage switches is a setting here, as its hardware is chosen by the builder of the machine.
        def take_figures
          super
          axis.stage&.switch_at(
            rate: setting("stage.switching_frequency") * 1000.0,
            dead_time: setting("stage.dead_time") * 1e-9
          )
        end

        def family_figures
          super.merge(
            "feedback.count" => -> { wrapped(@count) },
            "battery.voltage" => -> { milli(axis.bus_voltage / @effective["battery.cells"]) },
            "battery.current" => -> { (@battery.current * 10).round },
            "stage.duty" => -> { @stage_on ? (duty * 1000).round : 0 }
          )
        end

        # Of the bus, between two wires
        def duty = Math.sqrt(3) * Math.hypot(@current.v_alpha, @current.v_beta) / axis.bus_voltage
      end
    end
  end
end
