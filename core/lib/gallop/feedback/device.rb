# frozen_string_literal: true

module Gallop
  module Feedback
    # The device that closes the loops of a drive: what it resolves, how fast it may turn, what it makes possible, and
    # what does not fit.
    class Device < FactStage
      include DeviceFigures
      include DeviceRules
      include DeviceProposals
      include Wiring
      include Second

      SHEETS = %i[wiring_sheet].freeze

      # Counts are facts of a turn; for a linear motor, of a pole pitch pair, which is its electrical turn.
      DEVICE =
        field(
          "device",
          "Device",
          "",
          nil,
          nil,
          "What closes the loops. With two devices, the one on the motor shaft.",
          choices: KINDS.transform_values(&:words),
          group: "Device"
        )
      COUNTS = {
        lines: [
          field(
            "lines",
            "Lines a turn",
            "",
            1,
            4_194_304,
            "Lines, pulses or periods in one turn of the encoder. Each gives four counts.",
            whole: true,
            step: 1,
            group: "Device"
          ),
          field(
            "index",
            "Index",
            "",
            nil,
            nil,
            "One pulse in a turn, on wires of its own.",
            choices: {
              "no" => "None",
              "yes" => "Once a turn"
            },
            required: false,
            group: "Device"
          )
        ],
        bits: [
          field(
            "single_bits",
            "Bits in one turn",
            "",
            4,
            32,
            "2 to the power of it is the number of steps in a turn.",
            whole: true,
            step: 1,
            group: "Device"
          ),
          field(
            "update_time",
            "New word every",
            "µs",
            1,
            1e6,
            "Time from one word to the next, where the device is slow; a fast serial one keeps up with the loops.",
            required: false,
            group: "Device"
          )
        ],
        resolver: [
          field(
            "resolver_pairs",
            "Resolver pole pairs",
            "",
            1,
            30,
            "Most have one: its signal then turns once with the shaft.",
            whole: true,
            step: 1,
            group: "Device"
          ),
          field(
            "converter_bits",
            "Bits of the converter",
            "",
            8,
            20,
            "Of the drive's resolver input; 14 is reckoned with where nothing is given.",
            whole: true,
            required: false,
            step: 1,
            group: "Device"
          )
        ],
        halls: []
      }.freeze
      MULTI =
        field(
          "multi_bits",
          "Bits of whole turns",
          "",
          1,
          32,
          "2 to the power of it is the number of turns that are told apart.",
          whole: true,
          step: 1,
          group: "Device"
        )
      INTERPOLATION =
        field(
          "interpolation",
          "Interpolation",
          "",
          1,
          65_536,
          "Steps that the drive makes of one period; 1 024 is reckoned with where nothing is given.",
          whole: true,
          required: false,
          step: 1,
          group: "Device"
        )
      MOUNTING = [
        field(
          "encoder_turns",
          "Encoder turns",
          "",
          1,
          1_000_000,
          "Encoder turns for the motor turns below. Nothing: it sits on the motor shaft.",
          whole: true,
          required: false,
          step: 1,
          group: "Mounting"
        ),
        field(
          "motor_turns",
          "Motor turns",
          "",
          1,
          1_000_000,
          "Motor turns for the encoder turns above.",
          whole: true,
          required: false,
          step: 1,
          group: "Mounting"
        ),
        field(
          "direction",
          "Counting direction",
          "",
          nil,
          nil,
          "Against the motor's positive direction; the live view shows it.",
          choices: {
            "same" => "As the motor",
            "reversed" => "Reversed"
          },
          required: false,
          group: "Mounting"
        ),
        field(
          "seen_counts",
          "Counts seen in a turn",
          "",
          1,
          1e9,
          "From the live view, turning the shaft by hand once.",
          required: false,
          group: "Mounting"
        )
      ].freeze
      SIGNALS = [
        field(
          "signal",
          "Signal",
          "",
          nil,
          nil,
          "Two wires a channel, or one against ground.",
          choices: {
            "differential" => "Differential",
            "single_ended" => "Single-ended"
          },
          required: false,
          group: "Wiring"
        ),
        field(
          "supply",
          "Supply of the device",
          "V",
          1,
          48,
          "What its data sheet asks for.",
          required: false,
          group: "Wiring"
        ),
        field("cable", "Cable length", "m", 0.05, 1000, "Between device and drive.", required: false, group: "Wiring")
      ].freeze

      CONSEQUENCES = %i[
        counts_a_turn
        resolution_of_angle
        resolution_of_load
        counts_an_electrical_turn
        highest_speed
        line_frequency
        speed_ripple
        slowest_smooth
        ripple_of_halls
        slow_word_speed
        whole_range
        speed_by_emf
        start_up
        control_methods
      ].push(*Second::CONSEQUENCES).freeze
      RULES = %i[
        device_not_taken
        feedback_missing
        speed_without_feedback
        speed_by_back_emf
        lines_too_fast
        too_coarse
        resolver_pairs_odd
        slow_word
        behind_a_gear
        half_a_mounting
        pairs_missing
        alignment_with_load
        alignment_needed
        position_within_a_turn
        range_too_short
        no_index
        single_ended_far
        single_ended_fast
        supply_not_given_here
        ripple_large
        counts_do_not_agree
      ].push(*Second::RULES).freeze
      PROPOSALS = %i[
        propose_kind
        propose_counts
        propose_bits
        propose_resolver
        propose_direction
        propose_index
        propose_supply
        propose_resolution
      ].push(*Second::PROPOSALS).freeze

      # What the device gives decides what else is asked for.
      def self.fields(typed)
        kind = KINDS[(typed["device"] || typed[:device]).to_s]
        return [DEVICE] if kind.nil? || kind.counts.nil?
        extra = { "multiturn" => [MULTI], "sine" => [INTERPOLATION] }.fetch(
          (typed["device"] || typed[:device]).to_s,
          []
        )
        [DEVICE, *COUNTS.fetch(kind.counts), *extra, *MOUNTING, *SIGNALS]
      end

      # Counts in one turn of the motor, which the drive reckons with. @return [Integer, nil]
      def counts = whole_counts

      # The motor's speed at which the lines come as fast as the input counts. @return [Float, nil] rad/s
      def speed_of_input = speed_of_lines

      # What this device does not ask for is not there.
      def si(key) = sheet.asks?(key) ? super : nil

      private

      def fields(typed) =
        self.class.fields(typed).then { |rows| rows.size > 1 ? rows + Second.fields(profile, typed) : rows }
      def kind = KINDS[sheet["device"]]
      def device = sheet["device"]
      def motor = machine&.stage("motor")
      def mechanics = machine&.stage("mechanics")
      # The facts that the counts come from, as far as this device has them.
      def counting_facts = %w[lines single_bits resolver_pairs].select { |key| sheet.asks?(key) }
      def motor_fact(key) = motor&.known(key)
    end
  end
end
