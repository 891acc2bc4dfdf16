# frozen_string_literal: true

module Gallop
  module Identify
    # What an open turn says in words, and what it proposes.
    class TurnFindings
      include Findings

      DEGREES = 180 / Math::PI
      ACCURACY = 1.5 # degrees, beside what friction and load leave
      OFF = 10.0 # degrees of the offset, from which on the torque is less than it could be
      EDGE = 8.0 # degrees by which an edge of a hall may be off
      BLOCKS = 0 # of current_loop.commutation
      SINE = 1
      WIRES = %w[A B C].freeze

      # What a drive tells of a slow absolute signal and lines: where in a turn the index came, below zero for nowhere,
      # and by how much both differ. @!attribute index [Float] counts @!attribute difference [Float] counts
      Pair = Record.define(:index, :difference)

      # @param reading [TurnReading] @param linear [Boolean] @param reversed [Boolean] whether the count is reversed in
      # software already @param offset [Float, nil] rad as it is set; nil where the drive aligns by itself
      # @param alignment [AlignmentCurrent, nil] where it does @param commutation [Integer, nil] raw, as it is set, of a
      # drive with halls alone
      # @param pair [Pair, nil] of a slow absolute signal and lines
      def initialize(reading, linear:, reversed:, offset:, alignment: nil, commutation: nil, pair: nil)
        @pair = pair
        @commutation = commutation
        @reading = reading
        @linear = linear
        @reversed = reversed
        @offset = offset
        @alignment = alignment
      end

      def headline =
        findings.find(&:blocker?)&.headline&.+(".") || "The count follows the field: #{ratio_text}#{offset_text}."

      def rows
        return [] if silent?
        rows = [["Counts for an electrical turn", "#{count(@reading.counts_a_turn)}, expected #{count(expected)}"]]
        rows << [
          "Direction",
          @reading.sense == 1 ? "the count rises with the field" : "the count falls against the field"
        ]
        return rows if %i[held blocked index_on_channel].include?(cause)
        rows.push(*angle_rows)
        rows << ["Index", index_text] if @reading.legs.first.index_seen.first
        rows << ["Edges of the halls", edges_text] if hall_errors
        rows << ["Slow signal against the lines", "#{count(@pair.difference)} counts at the end"] if @pair
        rows
      end

      def findings =
        @findings ||= Finding.in_order([wiring, offset_off, alignment_off, halls_off, index_missing].compact)

      # @return [Array<Estimate>]
      def estimates
        case cause
        when :ratio
          pairs, counts = @reading.corrected
          both = [estimate("motor.pole_pairs", pairs), estimate("feedback.counts_per_turn", counts)].compact
          both.size == 1 ? both : [] # which of two it is the technician says
        when :channels_exchanged, :phases_exchanged, :hall_order, :backward
          [(estimate("feedback.direction", @reversed ? 0 : 1) if @reading.sense == -1), *offset_estimate].compact
        when nil
          offset_estimate + alignment_estimate + commutation_estimate + pair_estimate
        else
          []
        end
      end

      private

      def cause = @reading.cause
      def hall_errors = defined?(@hall_errors) ? @hall_errors : @hall_errors = @reading.hall_errors
      def silent? = %i[silent silent_or_held no_counts].include?(cause)
      def expected = @reading.counts / @reading.pairs.to_f
      def thing = @linear ? "moving part" : "shaft"
      def count(figure) = Quantities.format(figure, nil, figure.abs < 1000 ? 1 : 0)
      def degrees(angle) = Quantities.format(angle * DEGREES, "°", 1)
      def ratio_text = "#{count(@reading.counts_a_turn)} counts for an electrical turn"
      def offset_text = @offset ? ", the magnets stand at #{degrees(@reading.offset)}" : ""
      def estimate(key, figure, uncertainty = 0.0) =
        figure && Estimate.new(key: key, figure: figure, uncertainty: uncertainty)

      def offset_estimate
        return [] unless @offset && @reading.angle?
        uncertainty = ACCURACY + 0.1 * DEGREES * (@reading.lag + @reading.load_angle)
        [estimate("feedback.commutation_offset", @reading.offset * DEGREES, uncertainty)]
      end

      # Halls alone: a sine wants edges that lie evenly. @return [Array<Estimate>]
      def commutation_estimate
        return [] if @commutation.nil? || hall_errors.nil?
        [estimate("current_loop.commutation", uneven? ? BLOCKS : SINE)]
      end

      # As the count is that the offset belongs to. @return [Array<Estimate>]
      def pair_estimate
        return [] if @pair.nil? || @pair.index.negative?
        [estimate("feedback.index_place", @pair.index, 2.0)]
      end

      def uneven? = hall_errors.map(&:abs).max * DEGREES >= EDGE

      # What the drive does at each power-up, where less is set than friction and load take.
      def alignment_estimate
        return [] unless aligns_badly?
        share = @alignment.wanted(@reading.taken)
        [estimate("feedback.alignment_current", (100 * share).round(1), 100 * AlignmentCurrent::STEP)]
      end

      def aligns_badly? = @alignment && @reading.angle? && cause.nil? && !@alignment.near?(@reading.taken)

      def alignment_off
        return unless aligns_badly?
        share = @alignment.wanted(@reading.taken)
        caution(
          "alignment_off",
          "At each power-up the alignment will be off by about #{off(@alignment.set)}",
          because:
            "Friction and load pull the #{thing} aside of a field that stands with " \
              "#{percent_of(@alignment.set)} of the rated current.",
          so:
            if @alignment.near?(@reading.taken, share)
              "Take #{percent_of(share)}: then it is #{off(share)}."
            else
              "Even with #{percent_of(share)} it is #{off(share)}. Let the load off while it is aligned, or fit a " \
                "device that knows its place."
            end,
          values: %w[feedback.alignment_current]
        )
      end

      def off(share) = Quantities.format(@alignment.off(@reading.taken, share), "°", 0)
      def percent_of(share) = Quantities.format(100 * share, "%", 0)

      def angle_rows
        return [] unless @reading.angle?
        rows = []
        rows << ["Commutation offset", "#{degrees(@reading.offset)}, set #{degrees(@offset)}"] if @offset
        rows << ["Lag by friction", degrees(@reading.lag)]
        rows << ["Pulled away by the load", degrees(@reading.load_angle)]
        rows
      end

      def index_text
        seen = @reading.legs.first.index_seen.compact
        return "none" if seen.sum.zero?
        @reading.index_counts ? "every #{count(@reading.index_counts)} counts" : "seen #{seen.sum} times"
      end

      def edges_text
        worst = hall_errors.max_by(&:abs)
        mean = hall_errors.sum / 6
        "off by #{degrees(mean)} in the mean, #{degrees(worst)} at most"
      end

      def wiring = cause && send(cause)

      def silent
        blocker(
          "encoder_silent",
          "Nothing was counted while the #{thing} turned",
          because: "The field turned, the #{thing} was seen to follow, and no channel changed.",
          so: "Measure the supply at the device, then look at its plug and cable; nothing in software helps."
        )
      end

      def silent_or_held
        blocker(
          "silent_or_held",
          "Nothing was counted while the field turned",
          because: "Either the #{thing} did not move (a closed brake, a blocked machine), or the device is silent.",
          so: "Look whether the #{thing} moves, and repeat it: the answer tells which of both it is."
        )
      end

      def no_counts
        blocker(
          "channels_silent",
          "The halls change, and nothing is counted",
          because: "The #{thing} turned, as its halls show; channels A and B stayed as they were.",
          so: "Look at the wires of A and B, and whether the device gives what the drive expects."
        )
      end

      def held
        blocker(
          "held",
          "The #{thing} does not follow the field",
          because:
            "The field turned, and the #{thing} hardly moved: a brake is closed, the machine blocked, or the current " \
              "too small for it.",
          so: "Open the brake and free the machine; where the load is heavy, uncouple it or permit more current."
        )
      end

      def blocked
        blocker(
          "end_stop",
          "The #{thing} stood after #{Quantities.format(@reading.blocked_after, nil, 1)} electrical turns of the field",
          because: "It followed exactly at first, and then no more: it met an end stop, or something in its way.",
          so: "Bring it to the middle of its travel by hand, and repeat."
        )
      end

      def index_on_channel
        blocker(
          "index_on_channel",
          "The index arrives on the wire of channel A",
          because: "The count goes to and fro instead of on, and there came as many index pulses as lines.",
          so: "Exchange the wires of A and the index at the drive's plug; nothing in software helps."
        )
      end

      def right
        pairs, counts = @reading.corrected
        found = [(pairs && "#{pairs} pole pairs"), (counts && "#{count(counts)} counts a turn")].compact
        return "No whole number of pole pairs and no usual number of lines explains it" if found.empty?
        "That is right with #{found.join(", or with ")}"
      end

      def ratio
        blocker(
          "ratio_wrong",
          "#{count(@reading.counts_a_turn)} counts came for an electrical turn instead of #{count(expected)}",
          because: "#{right}; set are #{@reading.pairs} pole pairs and #{count(@reading.counts)} counts a turn.",
          so: "Compare both with the labels of motor and device, and write the right one."
        )
      end

      BOTH =
        "or reverse the counting direction in software, which leaves the motor's positive direction as the field has it"
      private_constant :BOTH

      def channels_exchanged
        blocker(
          "channels_exchanged",
          "Channels A and B of the device are exchanged",
          because:
            "The field went forward and the #{thing} with it, as #{@reading.seen ? "was seen" : "the halls show"}, " \
              "while the count fell.",
          so: "Exchange A and B at the plug, #{BOTH}."
        )
      end

      def phases_exchanged
        blocker(
          "phases_exchanged",
          "Two motor wires are exchanged",
          because:
            "The #{thing} turned against the field: the device#{" and its halls" if @reading.hall_sense == -1} went " \
              "backward while the field went forward.",
          so:
            "Exchange two motor wires, or reverse the counting direction in software: the motor's positive direction " \
              "is then the other one, and the polarity turns it back for the machine."
        )
      end

      def backward
        blocker(
          "counts_backward",
          "The count falls while the field goes forward",
          because:
            "Channels A and B, or two motor wires, are exchanged; which of both, only the direction tells that the " \
              "#{thing} was seen to take.",
          so: "Exchange one of them, #{BOTH}."
        )
      end

      def hall_order
        order = @reading.hall_order
        arrives =
          Plant::Encoder::HALL_ORDERS
            .fetch(order)
            .each_with_index
            .map { |hall, wire| "#{WIRES[hall]} on #{WIRES[wire]}" }
        blocker(
          "halls_permuted",
          "The hall wires are permuted: #{arrives.join(", ")}",
          because: "The states come in an order that belongs to no sound wiring, while the field goes forward.",
          so: "Put the wires in order, or take direction and offset over as they were measured."
        )
      end

      def offset_off
        return unless cause.nil? && @offset
        off = ((@reading.offset - @offset + Math::PI) % (2 * Math::PI) - Math::PI) * DEGREES
        return if off.abs < OFF
        lost = 100 * (1 - Math.cos(off / DEGREES))
        caution(
          "offset_off",
          "The commutation offset is off by #{Quantities.format(off, "°", 1)}",
          values: ["feedback.commutation_offset"],
          because:
            (
              if off.abs > 80
                "The motor runs away with it."
              else
                "The motor gives #{lost.round} % less torque for its current."
              end
            ),
          so: "Take the measured one over."
        )
      end

      def halls_off
        worst = hall_errors&.max_by(&:abs) or return
        return if worst.abs * DEGREES < EDGE || cause
        note(
          "hall_edges",
          "An edge of the halls is off by #{degrees(worst)}",
          because: "The torque ripples six times in an electrical turn.",
          so: "Sensors that sit unevenly cannot be set right in software; a device with lines does without them."
        )
      end

      def index_missing
        seen = @reading.legs.first.index_seen.compact
        return if seen.empty? || seen.sum.positive? || !@reading.turned_once? || silent?
        note(
          "index_missing",
          "No index pulse came in a whole turn",
          because: "A device with an index gives one in each turn.",
          so: "If it has one, look at its wire; homing to the index would never end."
        )
      end
    end
  end
end
