# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A slow absolute signal and lines as one device. The drive starts by the slow signal, as exactly as that is; at
      # the first index it takes over the place that the index is known to have, and counts lines from there. Both are
      # compared for ever after: where they part, one of them fails, and nobody can tell which.
      class FeedbackPair < Part
        KIND = 9 # of feedback.kind
        DISAGREE = 0x7307
        STATES = { none: 0, by_word: 1, handed_over: 2 }.freeze
        UNKNOWN = -1 # of feedback.index_place
        LATE = 0.002 # s by which a slow word may be behind
        PATIENCE = 0.05 # s

        def wake
          @device = axis.encoder if raw("feedback.kind") == KIND && axis.encoder.respond_to?(:word)
          @state = @device ? :by_word : :none
          @indexes = @device ? nil : 0
          @apart_for = 0.0
          @difference = 0
          @seen_at = UNKNOWN
        end

        def settings_changed
          return unless @device
          @counts = raw("feedback.counts_per_turn")
          @place = raw("feedback.index_place")
          @window = (setting("feedback.pair_window") / 360 * @counts).ceil + step
        end

        # Counts of a step of the word
        def step = (raw("feedback.counts_per_turn").to_f / 2**raw("feedback.single_turn_bits")).ceil

        # Where the count begins, by the word. @param count [Integer] of the lines @return [Integer, nil]
        def origin(count)
          @device && count - by_word(raw("feedback.counts_per_turn"))
        end

        def each_millisecond(dt)
          return unless @device
          watch_index
          compare(dt)
        end

        def figures
          {
            "feedback.pair_state" => -> { STATES.fetch(@state) },
            "feedback.pair_difference" => -> { @difference },
            "feedback.pair_index" => -> { @seen_at }
          }
        end

        private

        def by_word(counts)
          bits = raw("feedback.single_turn_bits")
          ((@device.word(axis.mechanics.angle) + 0.5) * counts / 2**bits).round
        end

        # The first index; later ones are known to come where it came.
        def watch_index
          indexes = @device.index_count
          @indexes ||= indexes
          return if indexes == @indexes
          @indexes = indexes
          @seen_at = (@device.index_place - drive.origin) % @counts
          hand_over if @state == :by_word && @place != UNKNOWN
        end

        def hand_over
          off = wrapped(@place - @seen_at)
          return drive.trip(DISAGREE, Stopping::COAST) if off.abs > @window
          drive.shift(off)
          @seen_at = @place
          @state = :handed_over
        end

        # Lines lost, or a word that stays behind.
        def compare(dt)
          count = (@device.count - drive.origin) % @counts
          @difference = wrapped(by_word(@counts) - count)
          allowed = @window + drive.speed.abs * LATE * @counts / Plant::TWO_PI
          @apart_for = @difference.abs > allowed ? @apart_for + dt : 0.0
          drive.trip(DISAGREE, Stopping::COAST) if @apart_for > PATIENCE && drive.stage_on?
        end

        def wrapped(counts) = (counts + @counts / 2) % @counts - @counts / 2
      end
    end
  end
end
