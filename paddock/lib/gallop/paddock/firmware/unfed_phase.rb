# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Watches whether each phase of a servo motor carries what is asked of it. The current loop says how much that is,
      # moment by moment, so that it shows while the motor turns and while it holds; a phase of which nothing is asked,
      # as the field happens to stand, says nothing.
      class UnfedPhase < PhaseMonitor
        LOOK = 0.05 # s over which is averaged
        NOTHING = 0.1 # of what is asked
        WORKING = 0.02 # of the rated current, which is asked of a phase at the least

        # By α and β: of a phase, what it takes of each.
        THREE = [[1.0, 0.0], [-0.5, Math.sqrt(0.75)], [-0.5, -Math.sqrt(0.75)]].freeze
        TWO = [[1.0, 0.0], [0.0, 1.0]].freeze

        def wake
          @phases = drive.profile.motor_kind == :stepper ? TWO : THREE
          super
        end

        def each_millisecond(dt)
          return rest unless @watches && drive.loops_run?
          see(axis.sensor, *drive.asked_currents)
          @time += dt
          return if @time < LOOK
          unfed = one_unfed?(@asked.map { |sum| sum / @looks }, @carried.map { |sum| sum / @looks })
          look_anew
          conclude(unfed)
        end

        private

        def rest
          @missing = false
          look_anew if @time.positive?
        end

        def look_anew
          @time = 0.0
          @looks = 0
          @asked = Array.new(@phases.size, 0.0)
          @carried = Array.new(@phases.size, 0.0)
        end

        def see(sensor, asked_alpha, asked_beta)
          @looks += 1
          @phases.each_with_index do |(of_alpha, of_beta), n|
            @asked[n] += (of_alpha * asked_alpha + of_beta * asked_beta).abs
            @carried[n] += (of_alpha * sensor.i_alpha + of_beta * sensor.i_beta).abs
          end
        end

        # Where there is too little voltage for the current, all phases carry less than is asked.
        def one_unfed?(asked, carried)
          most = carried.max
          most > @working &&
            asked.zip(carried).any? { |want, has| want > @working && has < NOTHING * want && has < NOTHING * most }
        end
      end
    end
  end
end
