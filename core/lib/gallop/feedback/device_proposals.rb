# frozen_string_literal: true

module Gallop
  module Feedback
    # Values for the drive from the device.
    module DeviceProposals
      private

      def propose_kind = kind && propose("feedback.kind", kind.code, "as given", facts: %w[device])

      def propose_counts
        return unless whole_counts
        propose(
          "feedback.counts_per_turn",
          whole_counts,
          counts_note.chomp(".").sub(/\A./, &:downcase),
          facts: counting_facts
        )
      end

      def propose_bits
        [
          as_typed("single_bits") &&
            propose("feedback.single_turn_bits", sheet["single_bits"], "as given", facts: %w[single_bits]),
          kind&.counts == :bits &&
            propose(
              "feedback.multi_turn_bits",
              as_typed("multi_bits") || 0,
              as_typed("multi_bits") ? "as given" : "whole turns are not told apart",
              facts: %w[multi_bits]
            )
        ].select { |proposal| proposal }
      end

      def propose_resolver =
        as_typed("resolver_pairs") &&
          propose("feedback.resolver_pole_pairs", sheet["resolver_pairs"], "as given", facts: %w[resolver_pairs])

      def propose_direction
        chosen = { "same" => 0, "reversed" => 1 }[as_typed("direction")] or return
        propose("feedback.direction", chosen, "as given", facts: %w[direction])
      end

      # A device that was set to the magnets at the works.
      def propose_offset
        return unless as_typed("offset") && profile["feedback.commutation_offset"]
        propose("feedback.commutation_offset", sheet["offset"], "as it was mounted at the works", facts: %w[offset])
      end

      # An index that is there is watched: lost counts are noticed in a turn.
      def propose_index
        chosen = { "no" => 0, "yes" => 2 }[as_typed("index")] or return
        propose(
          "feedback.index",
          chosen,
          chosen.zero? ? "there is none" : "lost counts are noticed within a turn",
          facts: %w[index]
        )
      end

      def propose_supply
        chosen = supply_choice or return
        propose("feedback.supply", chosen, "as its data sheet asks", facts: %w[supply])
      end

      # The supply terminals know steps only. @return [Integer, nil] raw
      def supply_choice
        volts = given("supply") or return
        profile["feedback.supply"]&.choices&.find { |_, words| words.to_f == volts }&.first
      end

      def propose_resolution
        return unless whole_counts
        [
          propose("mechanics.resolution_counts", whole_counts, "counts of the motor's feedback", facts: %w[device]),
          propose("mechanics.resolution_turns", 1, "in one #{shaft.word(:turn)}", facts: %w[device])
        ].compact
      end
    end
  end
end
