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

      TABLES = %i[wiring_list].freeze

      # Counts are facts of a turn; for a linear motor, of a pole pitch pair, which is its electrical turn.
      # What else is asked of a device.
      EXTRA = { "multiturn" => :turns, "sine" => :sine, "absolute_lines" => :bits }.freeze
      FORM = Facts::Form.load("feedback/device", choices: { "device" => KINDS.transform_values(&:words) })

      FIELDS = %i[device lines bits resolver turns sine mounting wiring].flat_map { |part| FORM[part] }.freeze
      # What a motor of the library brings over: which device it has, and how that was mounted at the works.
      BROUGHT = %w[type offset].map { |key| FORM.field(key) }.freeze

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
        pair_says
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
        supply_drops
        ripple_large
        counts_do_not_agree
        known_of_device
        other_than_motor_has
      ].push(*Second::RULES).freeze
      PROPOSALS = %i[
        propose_kind
        propose_counts
        propose_bits
        propose_resolver
        propose_direction
        propose_offset
        propose_index
        propose_supply
        propose_resolution
      ].push(*Second::PROPOSALS).freeze

      # What the device gives decides what else is asked for.
      def self.fields(typed)
        device = (typed["device"] || typed[:device]).to_s
        kind = KINDS[device]
        return [FORM.field("device")] if kind.nil? || kind.counts.nil?
        parts = [:device, (kind.counts unless kind.counts == :halls), EXTRA[device], :mounting, :wiring].compact
        parts.flat_map { |part| FORM[part] }
      end

      # Counts in one turn of the motor, which the drive reckons with. @return [Integer, nil]
      def counts = whole_counts

      # The motor's speed at which the lines come as fast as the input counts. @return [Float, nil] rad/s
      def speed_of_input = speed_of_lines

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
