# frozen_string_literal: true

module Api
  # The loops of a drive, and the ways by which gains come into the draft.
  class TuningsController < BaseController
    act shape: :plan, soft: :plan, design: :plan, ahead: :plan, boost: :plan, restore: :plan

    BANDWIDTH = (0.5..400.0) # Hz
    DAMPING = (0.3..3.0)
    LOOPS = [*Tuning::VALUES.keys, *Tuning::OfFrequency::VALUES.keys].freeze

    before_action :family!
    before_action :tunable!
    before_action -> { of_kind!(Tuning) }, only: %i[shape soft design ahead]
    before_action -> { of_kind!(Tuning::OfFrequency) }, only: :boost

    def show = respond(TuningSerializer, tuning)

    # By bandwidth and damping.
    def shape
      tuning.draft_shape(bandwidth: within("bandwidth", BANDWIDTH), damping: within("damping", DAMPING))
      answer
    end

    # Before anything was measured.
    def soft
      tuning.draft_soft
      answer
    end

    # By a share between quiet and quick.
    def design
      tuning.draft_design(within("share", 0.0..1.0))
      answer
    end

    # What starts the load of a frequency drive.
    def boost
      tuning.draft_boost
      answer
    end

    # What was measured, ahead of the loops.
    def ahead
      tuning.draft_ahead
      answer
    end

    # As in a try of before.
    def restore
      tuning.draft_try(drive.proofs.where(kind: Tuning.kinds_of_tries).find(record(:proof)))
      answer
    end

    private

    # With what has just been drafted.
    def answer = respond(TuningSerializer, Tuning.of(drive, loop))
    def tuning = @tuning ||= Tuning.of(drive, loop)
    def loop = params[:loop].nil? ? nil : choice("loop", LOOPS)

    def unread? = drive.live_values.empty?

    def tunable!
      raise Gallop::Objects::Unacceptable, "Connect #{drive.name} once, so that its gains are known." if unread?
      return if tuning.loops.include?(tuning.loop)
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} has no #{loop} loop, as it is set."
    end

    # @param kind [Class] of tuning
    def of_kind!(kind)
      return if tuning.instance_of?(kind)
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} is not tuned that way."
    end
  end
end
