# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # What a procedure needs of a drive, by whatever way it is reached: it injects, records, and reads settings; nothing
    # else of the drive is known to whoever estimates.
    class Instrument
      # Samples of some signals from one moment on: SI, of what is moved.
      Take = Record.define(:columns, :interval) { def [](key) = columns.fetch(key) }

      LONGEST_FALL = 6.0 # s that a drive may take to let nothing flow any more

      # @return [Objects::Profile]
      def profile = raise(NotImplementedError)

      # A setting, or a figure that can be read. @return [Float, nil] SI; nil where the family has none
      def figure(key) = raise(NotImplementedError)

      # Counts, and what has no unit, are what they are. @param raw [Object] of the entry @return [Float] SI
      def self.si(entry, raw)
        figure = entry.figure(raw)
        PLAIN.include?(entry.unit) ? figure : entry.to_si(figure)
      end

      PLAIN = ["", "counts"].freeze

      # Begins a pattern. @param pattern [Pattern]
      def begin(pattern) = raise(NotImplementedError)

      # All of it falls.
      def end_it = raise(NotImplementedError)

      # @return [Integer] injection.state
      def state = raise(NotImplementedError)

      # To a speed by the ramps, in the mode of speed. @param speed [Float] rad/s of the shaft, signed
      def turn(speed) = raise(NotImplementedError)

      # To a place by a profile of the drive's own, in the mode of position. @param count [Float] of the device
      def place(count) = raise(NotImplementedError)

      # Begins to look for the home point, in the mode of homing.
      def look_for_home = raise(NotImplementedError)

      # Adds something to what the loops want, which ends by itself. @param excitation [Excitation, nil] nil ends it
      def excite(excitation) = raise(NotImplementedError)

      # @param keys [Array<String>] of signals @param divider [Integer] periods of the fastest loop from sample to
      # sample @param length [Integer] samples @yield while it is recorded @return [Take]
      def record(keys, divider:, length:) = raise(NotImplementedError)

      def pause(seconds) = raise(NotImplementedError)

      # While the block runs the motor may be turned; whoever has enabled it already may leave it so.
      def driving = yield

      # Values that the drive has while the block runs, and then no longer; outside of #driving. @param values
      # [Hash{String => Object}] raw
      def lend(values) = raise(NotImplementedError)

      # @param share [Float] of the whole @param text [String] what is done just now
      def report(share, text) = raise(NotImplementedError)

      # Which way the shaft turned at first, as somebody saw it on its end.
      # @return [String] clockwise, counter_clockwise, not_at_all or unseen
      def ask_direction = raise(NotImplementedError)

      # Counts of the device at the motor, now. @return [Float]
      def count = figure("position.actual") || figure("feedback.count")

      # Begins it, and waits until the field stands where it is to stand.
      # @return [Symbol] :steady, :late where it did not come to it, or :limited
      def inject(pattern)
        self.begin(pattern)
        waited = 0.0
        loop do
          case state
          when STEADY
            return :steady
          when LIMITED
            return :limited
          when NONE, ENDED
            refuse_fault
            return :late
          end
          return :late if waited > pattern.lasts + PATIENCE
          pause(LOOK)
          waited += LOOK
        end
      end

      # The same, where nothing else will do. @raise [Undecided]
      def inject_surely(pattern)
        case inject(pattern)
        when :limited
          raise Undecided, "The current went beyond what the drive may give. Measure the winding first."
        when :late
          raise Undecided, "The current was not reached: a motor wire is loose. Measure the winding first."
        end
      end

      # Ends what flows, and waits until nothing does.
      def rest
        end_it
        looks = 0
        until [NONE, ENDED, LIMITED].include?(state) || (looks += 1) > LONGEST_FALL / LOOK
          pause(LOOK)
        end
      end

      # @raise [Undecided] where the drive stopped by itself
      def refuse_fault
        code = figure("control.error_code").to_i
        return if code.zero?
        fault = profile.fault(code)
        raise Undecided, "The drive stopped by itself with fault #{fault.hex}, #{fault.name}. #{fault.remedies.first}."
      end

      NONE, UNDER_WAY, STEADY, ENDING, ENDED, LIMITED = *0..5
      LOOK = 0.05 # s
      PATIENCE = 0.8 # s for a current to be reached
    end
  end
end
