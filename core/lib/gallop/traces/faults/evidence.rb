# frozen_string_literal: true

module Gallop
  module Traces
    module Faults
      # What a trace says for and against the causes of its fault.
      class Evidence
        MOTION = 0.8 # s before the fault in which the motion is looked at
        END_OF_IT = 0.15 # s in which currents are
        SWING = 0.5 # s in which it is looked for an oscillation
        DEVICE_DROP = 1.6 # V over a conducting device of the stage, as is usual
        ELECTRONICS = 20.0 # W
        SLOWEST_SWING = 8.0 # Hz
        NEAR_LINE = 0.05 # of its frequency
        AT_LIMIT = 0.95

        attr_reader :seen, :given, :code

        # @param code [Integer] of the fault
        def initialize(seen, given, code)
          @seen = seen
          @given = given
          @code = code
        end

        def servo? = seen.servo?
        # Whether speed and torque can be replayed with what is given.
        def mechanical? = [given.torque_constant, given.inertia, given.torque_limit].all? { |one| one&.positive? }
        def mechanics = @mechanics ||= Mechanics.new(motion, given)
        # Whether the bus can be.
        def electrical? = !given.capacitance.nil? && (!servo? || !given.torque_constant.nil?)
        def bus = @bus ||= Bus.new(seen, given, power)

        # W that are taken from the bus: at the shaft, in the winding and in the stage; without a device what is put out
        def power
          phases = seen.phases
          lost = phases ? phases.sum(&:abs) * (DEVICE_DROP / 2) : 0.0
          return seen["output.power"] + lost + ELECTRONICS unless servo?
          seen.torque(given) * seen.speed(given) + seen.torque_current**2 * (1.5 * given.resistance) + lost +
            ELECTRONICS
        end

        # Share of the last moments in which the torque was at its limit.
        def at_limit
          last = ending
          held = servo? ? last.asked_current.abs.gt(AT_LIMIT * current_limit) : last["output.limited"].ge(2)
          held.count_true / last.size.to_f
        end

        # Highest torque, as a share of the limit.
        def effort = ending.torque_current.abs.max * given.torque_constant / given.torque_limit

        # Share of the demanded speed that the shaft reaches, in what was asked of it.
        def follows
          asked = motion.demand.abs.max
          asked.positive? ? motion.speed(given).abs.max / asked : 1.0
        end

        # Rms of the weakest phase against the others', in the last moments. @return [Float, nil]
        def weakest_phase
          return if given.phases != 3
          rms = ending.phases&.map { |current| Numbers.rms(current) }&.sort or return
          rms.last < 0.02 * current_limit ? nil : rms.first / rms[1]
        end

        # Which one is the weakest. @return [String]
        def weakest_name
          rms = ending.phases.map { |current| Numbers.rms(current) }
          %w[U V W][rms.index(rms.min)]
        end

        # How far the current stays behind what the torque asks for. @return [Float] share
        def unmet
          last = ending
          asked = Numbers.rms(last.asked_current)
          asked < 0.02 * current_limit ? 0.0 : Numbers.rms(last.asked_current - last.torque_current) / asked
        end

        # The line that dominates the error of the speed. @return [Spectrum::Line, nil]
        def swing = spectrum&.lines&.find { |line| line.frequency > SLOWEST_SWING }

        # Share of the energy of the speed error, its mean left out, that lies at this line.
        def swing_share
          return 0.0 if swing.nil?
          energies = spectrum.amplitudes.map { |amplitude| amplitude**2 }
          wide = [NEAR_LINE * swing.frequency, 3 * spectrum.frequencies[1]].max
          near = spectrum.frequencies.each_index.select { |n| (spectrum.frequencies[n] - swing.frequency).abs <= wide }
          energies.values_at(*near).sum / energies.sum
        end

        # Torque that goes to and fro, as a share of the limit.
        def swing_effort
          last = seen.last(SWING).asked_current
          (last.max - last.min) / 2 * given.torque_constant / given.torque_limit
        end

        def motion = @motion ||= seen.last(MOTION)
        def ending = @ending ||= seen.last(END_OF_IT)
        def current_limit = mechanical? ? given.torque_limit / given.torque_constant : 1.0

        private

        def spectrum
          @spectrum ||= seen.last(SWING).then { |last| Spectrum.of(last.demand - last.speed(given), seen.interval) }
        end
      end
    end
  end
end
