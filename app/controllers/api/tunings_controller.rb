# frozen_string_literal: true

module Api
  # The loops of a drive, and the ways by which gains come into the draft.
  class TuningsController < BaseController
    act shape: :plan, soft: :plan, design: :plan, ahead: :plan, restore: :plan

    BANDWIDTH = (0.5..400.0) # Hz
    DAMPING = (0.3..3.0)

    before_action :family!
    before_action :tunable!

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

    # What was measured, ahead of the loops.
    def ahead
      tuning.draft_ahead
      answer
    end

    # As in a try of before.
    def restore
      tuning.draft_try(drive.proofs.where(kind: Tuning::PROVEN.each_value.map(&:kind)).find(record(:proof)))
      answer
    end

    private

    # With what has just been drafted.
    def answer = respond(TuningSerializer, Tuning.new(drive, loop))
    def tuning = @tuning ||= Tuning.new(drive, loop)
    def loop = params[:loop].nil? ? "speed" : choice("loop", Tuning::VALUES.keys)

    def unread? = drive.live_values.empty?

    def tunable!
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} has no loops of this kind." if tuning.loops.empty?
      raise Gallop::Objects::Unacceptable, "Connect #{drive.name} once, so that its gains are known." if unread?
      return if tuning.loops.include?(loop)
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} has no #{loop} loop."
    end
  end
end
