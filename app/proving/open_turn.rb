# frozen_string_literal: true

module Proving
  # The field turns, and the shaft after it: what the feedback device counts meanwhile.
  class OpenTurn < Identification
    asks_for seen: LinkInstrument::SEEN
    rests_on values: %w[
               motor.rated_current
               motor.pole_pairs
               motor.pole_pair_pitch
               feedback.kind
               feedback.counts_per_turn
               feedback.direction
               feedback.commutation_offset
             ],
             facts: {
               "motor" => %w[type pole_pairs pole_pitch],
               "feedback" => %w[device lines index encoder_turns motor_turns direction]
             }

    def eyes
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing lies in its way"),
        Eye.new(id: "room", sentence: "There is room for #{way} in both directions")
      ]
    end

    def announcement
      Announcement.new(
        moves: "The field drags the #{thing} #{way} forward at #{pace}, and back; then shorter ways, slowly.",
        lasts: 2 * turns / frequency + 18 / Gallop::Identify::OpenTurn::PACES.first + 8,
        sentence:
          "#{"The brake opens once the current holds. " if drive.live_values["brake.fitted"] == 1}Watch which way it " \
            "goes at first."
      )
    end

    private

    def thing = drive.profile.slides? ? "moving part" : "shaft"
    def turns = Gallop::Identify::OpenTurn.turns(room, pairs)
    def frequency = Gallop::Identify::OpenTurn.frequency(pairs)
    def pairs = drive.profile.slides? ? 1 : drive.pole_pairs
    def way = Way.of(drive, turns)
    def pace = Way.speed(drive, frequency)

    def room = Gallop::Identify::OpenTurn.usual_room(drive.profile, counting: counting?)
    def counting? = Gallop::Identify::OpenTurn::COUNTING.include?(drive.live_values["feedback.kind"])

    def procedure(instrument) = Gallop::Identify::OpenTurn.new(instrument, room: room, saliency: saliency)

    # H by which the inductance of the q axis is larger, as far as the winding was measured.
    def saliency
      figures = drive.latest_proofs.find { |proof| proof.kind == Winding.id }&.figures || {}
      figures["high"] - figures["low"] if figures.key?("high")
    end
  end
end
