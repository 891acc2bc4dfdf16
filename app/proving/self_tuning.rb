# frozen_string_literal: true

module Proving
  # The drive tunes its speed loop: what hangs on it is measured, gains are designed for it and tried. Whatever happens
  # it has its own gains again; what was found is proposed.
  class SelfTuning < Spin
    motion Motion::Mode::TURNING
    in_parts true
    begun_with room: ROOM, quickness: (0.0..100.0)
    rests_on values: SpeedStep.rests_on[:values] - Tuning::VALUES.fetch("speed") + %w[speed_loop.load_inertia],
             facts: SpeedStep.rests_on[:facts]

    def announcement
      Announcement.new(
        moves:
          "The #{thing} goes slowly to and fro, up to #{Gallop::Identify::Response::MOST_PASSES} passes, then steps " \
            "forward and back up to " \
            "#{1 + Gallop::Tune::Automatic::MOST_TRIES} times: never further than there is room.",
        lasts: Gallop::Identify::Response::USUAL_PASSES * Gallop::Identify::Response::LASTS + 30.0,
        sentence:
          "A hiss of many tones at once, then short pushes with gains of its own: a whine that stays is a loop that " \
            "swings, Escape ends it, and the gains of before are back."
      )
    end

    # How much way is free, and how quick it shall be. @return [Array<Asked>]
    def asked =
      super + [Asked.new(name: "quickness", label: "From quiet (0) to quick (100)", unit: "%", usual: usual_quickness)]

    private

    # Both of what it moves by.
    def least_room
      tuning = Tuning.new(drive)
      [
        Gallop::Identify::Response.least_room(LiveFigures.new(drive)),
        Gallop::Tune::Step.least_room(tuning.stage_of(drive.live_values))
      ].max
    end

    # A load that falls, or one that has to stand exactly, is begun with more quietly than a cart.
    def usual_quickness = StageFacts.machine(drive).stage("mechanics").load_comes_down? ? 35 : 55

    def procedure(instrument, room:, quickness:)
      evidence = Tuning.new(drive).evidence
      Gallop::Tune::Automatic.new(
        instrument,
        drive.live_values,
        room: reckoned(room),
        share: quickness / 100.0,
        held: evidence.held,
        gait: drive.envelope
      )
    end
  end
end
