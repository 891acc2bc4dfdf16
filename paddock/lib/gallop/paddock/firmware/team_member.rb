# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A drive that goes together with others: it says how it is, and hears them. What follows from that is reckoned in
      # core; here it is carried out.
      class TeamMember < Part
        LOST = 0xFF44
        EVERY = 0.01 # s from word to word
        ALONE = 0

        def wake
          @count = 0
          @since = EVERY
          @heard = []
        end

        def settings_changed
          setting = Gallop::Terminals::Team.setting(Gallop::Terminals::Setup.new(drive.profile, drive.effective))
          return if @team&.setting == setting
          before = @team
          @team = Gallop::Terminals::Team.new(setting)
          return fall_silent if setting.place == ALONE
          @team.carry_on(before) if before
        end

        # @return [Gallop::Terminals::Team]
        attr_reader :team

        # Whether the first of the team sets speed or torque.
        def led? = @team.follows? && @team.setting.takes_speed

        # Whether nothing in the team keeps a fault from being reset.
        def found? = !@team.lost?

        def each_millisecond(dt)
          return if @team.setting.place == ALONE
          @since += dt
          talk if @since >= EVERY
          @team.step(@heard, dt, running: drive.loops_run?)
          watch
        end

        def figures = { "team.heard" => -> { @team.heard }, "team.fit" => -> { @team.fit } }

        private

        # Nobody takes for a member what is one no longer.
        def fall_silent
          @heard = []
          axis.team_line&.word = nil
        end

        def talk
          @since = 0.0
          return if axis.team_line.nil?
          @count = (@count + 1) & 0xFFFF
          axis.team_line.word = word
          @heard = axis.team_line.heard
        end

        def word
          bounds = drive.bounds
          own = Gallop::Terminals::Team::Word
          own.new(
            place: @team.setting.place,
            count: @count,
            ready: drive.switch_on_permitted?,
            runs: drive.loops_run?,
            well: !drive.machine.faulted? || drive.fault_code == LOST,
            follows: @team.setting.follows,
            quick: stops_quickly?,
            resets: drive.resets,
            speed: rpm(drive.asked_speed.clamp(-bounds.backward, bounds.top)),
            forward: rpm(bounds.top),
            backward: rpm(bounds.backward),
            torque: drive.torque_left,
            haste: drive.ramping.share,
            **drive.asked_torque
          )
        end

        def stops_quickly? = %i[quick_stop_active fault_reaction_active].include?(drive.machine.state)

        # In the unit of the speeds that are asked for. @param speed [Float] rad/s
        def rpm(speed) = drive.profile.fetch("speed.target").from_si(drive.shaft.real(:speed, speed))

        def watch
          return drive.trip(LOST, Monitors::QUICK) if drive.stage_on? && !drive.machine.faulted? && @team.lost?
          return unless @team.follows?
          drive.command_itself(ContactCommand::QUICK_STOP) if @team.quick? && drive.machine.state == :operation_enabled
          reset_with_the_first
        end

        # The fault of a team is reset where the first is.
        def reset_with_the_first
          resets = @team.resets or return
          again = @resets && resets != @resets
          @resets = resets
          return unless again && drive.machine.state == :fault && drive.fault_code == LOST
          drive.command_itself(PowerUp::RESETTING)
        end
      end
    end
  end
end
