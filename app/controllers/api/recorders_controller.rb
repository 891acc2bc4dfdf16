# frozen_string_literal: true

module Api
  # The recorder of a drive: what it can take, and what it is taking.
  class RecordersController < BaseController
    act arm: :record, fire: :record, end: :record, roll: :record, end_roll: :plan, announce: :look, play: :play

    before_action :family!

    def show = respond(RecorderViewSerializer, Proving::RecorderView.new(drive))

    # Takes what is asked for, and waits for its trigger.
    def arm
      Recording.arm_together(drive, setup, others, repeated: params[:repeated] == true)
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive), status: :created)
    end

    # What a motion would do, before anything is done.
    def announce = render(json: { sentence: stimulus.sentence })

    # Takes what is asked for while the motor does something.
    def play
      stimulus.begin(Current.tab, setup(triggers: [{ kind: "motion" }]))
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive), status: :created)
    end

    # Live figures, as slowly as they come, for as long as is wanted.
    def roll
      Roll.begin(drive, list(:figures, most: 64))
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive), status: :created)
    end

    def end_roll
      (Roll.of(drive.id) || raise(Recording::Over)).finish
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive))
    end

    # At once, whatever it waits for.
    def fire
      recording!.fire
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive))
    end

    def end
      recording!.end_it
      respond(RecorderViewSerializer, Proving::RecorderView.new(drive))
    end

    private

    def recording! = drive.recordings.open.first || raise(Recording::Over)

    def stimulus
      @stimulus ||=
        Proving::Stimulus.of(
          drive,
          kind: choice(:kind, Proving::Stimulus::KINDS),
          size: figure(:size),
          hold: within(:hold, Proving::Stimulus::HOLD)
        )
    end

    # Drives of the project that are recorded at the same time.
    def others
      return [] if params[:together].blank?
      ids = list(:together, most: 5)
      found = drive.project.drives.where(id: ids).where.not(id: drive.id).to_a
      raise Unreadable, "together: numbers of other drives of the project are expected." if found.size < ids.size
      found.each { |other| other.authority.permit!(:record) }
    end

    def setup(triggers: self.triggers)
      Gallop::Traces::Setup.checked(
        drive.profile,
        signals: list(:signals, most: 64),
        divider: whole(:divider),
        length: whole(:length),
        pre: whole(:pre),
        triggers: triggers
      )
    end

    def triggers
      given = params[:triggers] || []
      fine = given.is_a?(Array) && given.size <= 2 && given.all?(ActionController::Parameters)
      raise Unreadable, "triggers: a list of at most two is expected." unless fine
      given.map { |one| trigger(one) }
    end

    def trigger(given)
      {
        kind: scalar("kind", given[:kind]),
        signal: given[:signal] && scalar("signal", given[:signal]),
        level: given[:level] && number("level", given[:level]),
        bit: given[:bit] && number("bit", given[:bit]).to_i
      }
    end

    def number(name, given)
      number = given.is_a?(Numeric) ? given.to_f : Float(given.to_s, exception: false)
      return number if number&.finite? && number.abs < 1e12
      raise Unreadable, "#{name}: a figure is expected, not “#{given.to_s.truncate(40)}”."
    end
  end
end
