# frozen_string_literal: true

module Api
  # A shaft turned by hand: begun, and judged at its end.
  class HandTurnsController < BaseController
    act create: :plan, update: :plan

    def create = render(json: { since: Proving::HandTurn.new(drive).begin })

    def update
      since = figure(:since, 0.0..Float::MAX)
      turns = figure(:turns, -Proving::HandTurn::MOST_TURNS.to_f..Proving::HandTurn::MOST_TURNS.to_f)
      raise Unreadable, "turns: which way, and how far; zero is no turn" if turns.abs < 0.05
      proof = Proving::HandTurn.new(drive).conclude(since: since, turns: turns)
      Link::Feed.changed(drive.id, "proofs")
      respond(ProofSerializer, proof)
    end

    private

    def figure(name, range)
      given = params[name]
      raise Unreadable, "#{name}: a figure from #{range.min.round(2)} on is expected" unless given.is_a?(Numeric) && range.cover?(given)
      given.to_f
    end
  end
end
