# frozen_string_literal: true

module Api
  # Commands to a motor. Reins, needs and gait are enforced by Motion::Control, whatever the page shows.
  class MotionController < BaseController
    act enable: :move,
        set_point: :move,
        jog: :move,
        move: :move,
        torque: :move,
        halt: :slow,
        disable: :slow,
        lift: :move

    def enable
      motion.with_gait do
        drive.reload
        needs = Proving::Needs.new(drive, Current.tab).all
        motion.enable(Current.tab, gait: drive.envelope, needs: needs, kind: kind, consents: consents)
      end
      drive.enabled!(what_for)
      state
    end

    # In the drive's unit of speed; direction is in the sign.
    def set_point
      held = motion.set_point(Current.tab, figure(:speed))
      log_set_point(held)
      Link::Feed.changed(drive.id, "motion")
      respond(HeldSpeedSerializer, held)
    end

    # As long as it is asked again within Motion::Jog::LASTS.
    def jog
      perform(Motion::Jog.new({ "forward" => 1, "backward" => -1 }.fetch(choice(:direction, %w[forward backward]))))
    end

    # In the drive's unit of position, from zero or from where the motor stands.
    def move = perform(Motion::Move.new(whole(:position), relative: params[:relative] == true))

    # In percent of the rated torque; direction is in the sign.
    def torque = perform(Motion::Torque.new(figure(:torque)))

    def halt
      motion.halt(Current.tab)
      drive.log("motion", "Speed to zero")
      state
    end

    def disable
      motion.disable(Current.tab)
      drive.log("motion", "Disabled")
      state
    end

    # What contacts start is held to the gait no longer: a deliberate act.
    def lift
      confirmed! "Lifting the gait"
      motion.lift(Current.tab)
      drive.log("gait", "Gait lifted: contacts start the motor at its full speed")
      state
    end

    private

    def motion = drive.connection!.motion
    def kind = params.key?(:for) ? choice(:for, Motion::Mode::KINDS) : "speed"
    def consents = Motion::Consent::NAMES.select { |name| params[name] == true }

    def what_for
      [
        "for #{kind}",
        "at #{drive.gait}",
        ("with alignment" if consents.include?("align")),
        ("following its pulse input" if motion.follows_pulse?),
        ("with its team" if motion.leads_team?)
      ].compact.join(", ")
    end

    def perform(command)
      before = motion.held
      held = motion.perform(Current.tab, command)
      note(command, held) unless held.equal?(before)
      respond(HeldSerializer, held)
    end

    def note(command, held)
      drive.log("motion", command.sentence(held), held.reason.to_s)
      Link::Feed.changed(drive.id, "motion")
    end

    def state
      Link::Feed.changed(drive.id, "motion")
      respond(VerifySerializer, Proving::Verification.new(drive, Current.tab))
    end

    # Dragging a slider sends many; the logbook wants the first and the last.
    def log_set_point(held)
      return if params[:passing] == true
      drive.log("motion", "Speed set to #{Gallop::Quantities.format(held.held, held.unit, 1)}", held.reason.to_s)
    end
  end
end
