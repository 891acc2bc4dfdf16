# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the drive keeps of the time around its last fault: two seconds, most of them before it.
      class FaultTrace < Part
        RATE = 2_000 # Hz
        SECONDS = 2.0
        AFTER = 0.2 # of them

        NONE, RECORDING, COMPLETE = *0..2

        attr_reader :divider

        def wake
          @divider = drive.rate / RATE
          @number = @code = 0
          @at = 0.0
        end

        # Once all signals are known.
        def begin
          channels = drive.profile.fault_signals
          @sources = channels.map { |signal| drive.signal_source(signal.key) }
          @channels = channels
          anew
        end

        def take
          @running.take
          finish if @running.complete?
        end

        # A fault has come. One that comes while the last is still recorded is part of it.
        def fault(code)
          return if @running.nil? || @running.fired?
          @coming = code
          @coming_at = drive.network_time
          @running.fire
        end

        # @return [String, nil] samples of a channel as they go over the wire
        def samples(channel)
          return if @kept.nil? || @running.fired? || channel >= @channels.size
          @bytes[channel] ||= Firmware.packed(@kept.column(channel), @channels.fetch(channel), drive.shaft)
        end

        def figures
          {
            "fault_trace.state" => -> { state },
            "fault_trace.number" => -> { @number },
            "fault_trace.error_code" => -> { @code },
            "fault_trace.divider" => -> { @divider },
            "fault_trace.length" => -> { @kept ? @kept.taken : 0 },
            "fault_trace.trigger_place" => -> { @kept ? @kept.place : 0 },
            "fault_trace.trigger_second" => -> { @at.floor },
            "fault_trace.trigger_microsecond" => -> { (@at % 1 * 1e6).floor },
            **channel_figures
          }
        end

        private

        def state
          return RECORDING if @running&.fired?
          @kept ? COMPLETE : NONE
        end

        def anew
          length = (SECONDS * RATE).round
          @running = Capture.new(@channels, @sources, length: length, pre: (length * (1 - AFTER)).round)
        end

        def finish
          @kept = @running
          @code = @coming
          @at = @coming_at
          @number = (@number + 1) & 0xFFFF
          @bytes = {}
          anew
        end

        def channel_figures
          (1..Traces::MOST_CHANNELS).to_h { |n| ["fault_trace.signal_#{n}", -> { @channels[n - 1]&.number || 0 }] }
        end
      end
    end
  end
end
