# frozen_string_literal: true

module Api
  # A shaft turned by hand: begun, and judged at its end.
  class HandTurnsController < BaseController
    act create: :plan, update: :plan

    def create = render(json: { since: Proving::HandTurn.new(drive).begin })

    MOST = Proving::HandTurn::MOST_TURNS.to_f

    def update
      since = within(:since, 0.0..1e9)
      turns = within(:turns, -MOST..MOST)
      raise Unreadable, "turns: which way, and how far; zero is no turn" if turns.abs < 0.05
      proof = Proving::HandTurn.new(drive).conclude(since: since, turns: turns)
      Link::Feed.changed(drive.id, "proofs")
      respond(ProofSerializer, proof)
    end

    private

    def within(name, range)
      given = figure(name)
      range.cover?(given) ? given : raise(Unreadable, "#{name}: a figure from #{range.min.round} to #{range.max.round} is expected.")
    end
  end
end
