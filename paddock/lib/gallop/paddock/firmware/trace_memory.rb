# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The trace memory: takes what it is set to when it is armed, waits for its trigger, and keeps the samples around
      # it until it is armed anew or power goes.
      class TraceMemory < Part
        CHANNELS = (1..Traces::MOST_CHANNELS).map { |n| "trace.signal_#{n}" }.freeze

        # Whether the loops have to run for it, whatever the motor does.
        def live? = @live

        def wake = empty

        # @param number [Integer] of Traces
        def command(number)
          case number
          when Traces::ARM
            arm
          when Traces::CLEAR
            empty
          when Traces::FIRE
            @forced = true
          end
        end

        # After each period of the fastest loop.
        def step
          return if (@skip -= 1).positive?
          @skip = @divider
          look unless @capture.fired?
          @capture.take
          @live = false if @capture.complete?
        end

        def figures
          {
            "trace.state" => -> { state },
            "trace.command" => -> { 0 },
            "trace.trigger_place" => -> { @capture ? @capture.place : 0 },
            "trace.trigger_second" => -> { @fired_at.floor },
            "trace.trigger_microsecond" => -> { (@fired_at % 1 * 1e6).floor },
            "trace.rate" => -> { drive.rate },
            "trace.filled" => -> { @capture ? @capture.taken : 0 }
          }
        end

        # @return [String, nil] samples of a channel as they go over the wire; nil unless all are there
        def samples(channel)
          @capture&.complete? && channel < @capture.channels.size ? (@bytes[channel] ||= packed(channel)) : nil
        end

        # What keeps it from being armed as it is set. @return [Symbol, nil]
        def objection(number)
          return unless number == Traces::ARM
          chosen = CHANNELS.map { |key| raw_set(key) }.reject(&:zero?)
          looked_at = conditions_set.select { |kind, _| with_signal?(kind) }.map { |_, signal| signal }
          known = (chosen + looked_at).all? { |number| drive.profile.signal_at(number) }
          :no_choice unless known && chosen.any?
        end

        private

        def state
          return Traces::EMPTY unless @capture
          return Traces::COMPLETE if @capture.complete?
          return Traces::RECORDING if @capture.fired?
          @capture.filled? ? Traces::WAITING : Traces::FILLING
        end

        def empty
          @capture = nil
          @live = @forced = false
          @fired_at = 0.0
          @bytes = {}
        end

        def arm
          empty
          @divider = raw_set("trace.divider")
          @skip = 1
          length = raw_set("trace.length")
          signals = CHANNELS.map { |key| drive.profile.signal_at(raw_set(key)) }.compact
          pre = (length * raw_set("trace.pre_trigger") / 100.0).round
          @capture = Capture.new(signals, signals.map { |signal| source(signal.key) }, length: length, pre: pre)
          @conditions = conditions
          @trigger = nil
          @live = true
        end

        # Before the samples that come first are there no trigger counts, and the first look at the conditions is only
        # one to compare the next with.
        def look
          return unless @capture.filled?
          return fire if @forced || @conditions.empty?
          return @trigger = Trigger.new(@conditions) unless @trigger
          fire if @trigger.fires?
        end

        def fire
          @fired_at = drive.network_time
          @capture.fire
        end

        def conditions_set
          (1..2)
            .map { |n| [Traces::TRIGGERS.fetch(raw_set("trace.trigger_#{n}_kind")), n] }
            .reject { |kind, _| kind == "none" }
            .map { |kind, n| [kind, raw_set("trace.trigger_#{n}_signal"), n] }
        end

        def with_signal?(kind) = (Traces::LEVELS + Traces::BITS).include?(kind)

        def conditions
          conditions_set.map do |kind, number, n|
            signal = drive.profile.signal_at(number)
            Trigger::Condition.new(
              kind: kind,
              source: watched(kind, signal),
              level: level(signal, raw_set("trace.trigger_#{n}_level")),
              mask: raw_set("trace.trigger_#{n}_mask")
            )
          end
        end

        def watched(kind, signal)
          case kind
          when "state_changes"
            -> { drive.machine.state }
          when "fault"
            -> { drive.fault_code }
          when "motion"
            source(drive.profile.signal("path.speed") ? "path.speed" : "speed.demand")
          else
            source(signal.key)
          end
        end

        def level(signal, figure) = signal&.kind ? drive.shaft.reckoned(signal.kind, figure) : figure
        def source(key) = drive.signal_source(key)
        def raw_set(key) = drive.memory.live.fetch(key)

        def packed(channel)
          Firmware.packed(@capture.column(channel), @capture.channels.fetch(channel), drive.shaft)
        end
      end
    end
  end
end
