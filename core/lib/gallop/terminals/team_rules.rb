# frozen_string_literal: true

module Gallop
  module Terminals
    # What stands against what where drives go together. Of Rules.
    module TeamRules
      FOLLOWS = {
        "network.command_source" => "started and stopped",
        "network.reference_source" => "set in speed"
      }.freeze
      private_constant :FOLLOWS

      private

      def team_place = @setup.raw("team.place")

      # By value: whether the first of the team has it.
      def by_team =
        { "network.command_source" => @setup.by_team?, "network.reference_source" => @setup.source == :team }

      def team_without_place
        taken = by_team.select { |_, on| on }.keys
        return if taken.empty? || team_place > Team::FIRST
        blocker(
          "team_without_place",
          "It is #{FOLLOWS.fetch(taken.first)} with the first of the team, and has no place behind it",
          because: "It hears the first only as one of the team.",
          so: "Give it the second place or a later one, or choose other sources.",
          values: ["team.place", *taken]
        )
      end

      def team_not_followed
        left = by_team.reject { |_, on| on }.keys
        return if left.empty? || team_place <= Team::FIRST
        caution(
          "team_not_followed",
          "It has place #{team_place} in the team, and is not #{FOLLOWS.fetch(left.first)} with the first",
          because:
            "The first does not start before all others are set to follow it; one with a speed of its own pulls " \
              "against them.",
          so: "Let the first of the team have both, command and speed.",
          values: ["team.place", *left]
        )
      end

      def team_too_small
        return if team_place <= Team::FIRST || team_place <= @setup.raw("team.size")
        blocker(
          "team_too_small",
          "Place #{team_place} in a team of #{@setup.raw("team.size")}",
          because: "The first waits only for as many as the team has.",
          so: "Say the same number of drives in each of them.",
          values: %w[team.place team.size]
        )
      end

      def team_deaf_pulse
        return unless team_place > Team::FIRST && @setup.source == :team && @setup.raw("pulse.function").positive?
        note(
          "team_deaf_pulse",
          "Its own pulse input is not looked at",
          because: "The first of the team says how fast, or with how much torque.",
          so: "Nothing needs to be done; the transmitter belongs to the first.",
          values: %w[pulse.function]
        )
      end
    end
  end
end
