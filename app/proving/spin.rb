# frozen_string_literal: true

module Proving
  # The motor turns by its own loops, forward and backward at several speeds, with all that hangs on it.
  class Spin < Identification
    ROOM = (0.0..100_000.0)
    LEAST_ROOM = 0.1 # of both together

    motion Motion::Mode::TURNING
    begun_with room: ROOM
    may_be_told behind: ROOM
    rests_on values: %w[
               motor.pole_pairs
               motor.pole_pair_pitch
               motor.phase_resistance
               motor.rotor_inertia
               feedback.kind
               feedback.counts_per_turn
               feedback.direction
               feedback.commutation_offset
               limits.polarity
             ],
             facts: {
               "motor" => %w[type pole_pairs pole_pitch],
               "feedback" => %w[device lines encoder_turns motor_turns],
               "mechanics" => %w[mechanism gear_motor gear_output]
             }

    def eyes
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing lies in its way"),
        Eye.new(id: "room", sentence: "There is as much room as is entered"),
        *load_eyes,
        *align_eye
      ]
    end

    def announcement
      Announcement.new(
        moves:
          "The #{thing} goes forward, at most as far as there is room, and back, three times: at up to #{speed} at " \
            "this gait.",
        lasts: (course ? course.seconds : 20.0) + 2 * Gallop::Identify::Spin::SHAKES,
        sentence:
          "A hum that grows with the speed is normal, and a rattle for half a second at the end, twice; a grinding " \
            "or a knock is not: Escape ends it."
      )
    end

    # How much way is free. @return [Array<Asked>]
    def asked
      [
        Asked.new(
          name: "room",
          label: "Room in front of it",
          unit: unit,
          usual: told(usual).round(told(usual) < 10 ? 1 : 0)
        )
      ]
    end

    def travel
      return @travel if defined?(@travel)
      @travel = (travel_of_drive if drive.profile["position.limit_low"] && drive.connection&.online?)
    end

    # @param room [Float] in front of it @param behind [Float] behind it: it goes back by that first
    # @raise [Motion::Unmet] where that is too little, or leaves the travel of the drive
    def start(room:, behind: 0.0, **given)
      window = Window.new(travel || FREE, drive.connection&.samples&.last, behind: behind, room: room)
      wrong = window.problem(unit)
      raise Motion::Unmet.new([wrong], "Not begun") if wrong
      super
    end

    private

    def carried_out(run, room:, behind: 0.0, **given)
      if behind.positive?
        approach = Gallop::Identify::Approach.new(LinkInstrument.new(run, @tab), back: reckoned(behind))
        driving(run, Motion::Mode::PLACING).call(-> { approach.carry_out })
      end
      super(run, room: room + behind, **given)
    end

    # Turns, or pole pair pitches, that its signals need. @return [Float]
    def least_room = reckoned(LEAST_ROOM)

    FREE = TravelOfTest.new(low: nil, high: nil, counts: nil, least: LEAST_ROOM) # where places are not known
    private_constant :FREE

    def travel_of_drive
      counts = drive.live_values.fetch("feedback.counts_per_turn") / told(1.0).to_f
      limits = Motion::Bounds.new(drive.profile, drive.live_values, nil).travel
      TravelOfTest.new(
        low: limits.begin&./(counts),
        high: limits.end&./(counts),
        counts: counts,
        least: told(least_room)
      )
    end

    def unit = drive.profile.slides? ? "mm" : "turns"

    def thing = drive.profile.slides? ? "moving part" : "shaft"

    def load_eyes =
      [Eye.new(id: "coupled", sentence: "All that the motor moves in its work hangs on it: coupling, belt, load")]

    def speed
      return "–" unless course
      shaft.text(:fine_speed, course.speeds.last)
    end

    # As far as it is known without the drive.
    def course
      return @course if defined?(@course)
      @course = drive.connection&.online? ? Gallop::Identify::Spin.course(LiveFigures.new(drive), usual) : nil
    end

    # Turns, or pole pair pitches: what is usual, or most of the stroke that was given.
    def usual = @usual ||= [Gallop::Identify::Spin.usual_room(drive.profile), *most_of_stroke].min

    OF_STROKE = 0.8
    private_constant :OF_STROKE

    def most_of_stroke
      mechanics = StageFacts.machine(drive).stage("mechanics")
      stroke = mechanics.stroke_of_load
      return [] unless stroke && (drive.profile.slides? || mechanics.goes_and_returns?)
      turns = drive.profile.slides? ? 1000 * stroke / pitch : mechanics.stroke_in_motor_turns
      turns ? [OF_STROKE * turns] : []
    end
    def shaft = Gallop::Identify::Permitted.shaft(LiveFigures.new(drive))

    # Turns of the shaft are what they are; pole pair pitches are mm. @param room [Float] turns, or pitches
    def told(room) = drive.profile.slides? ? room * pitch : room
    def reckoned(room) = drive.profile.slides? ? room / pitch : room
    def pitch = drive.profile.fetch("motor.pole_pair_pitch").figure(drive.live_values.fetch("motor.pole_pair_pitch"))

    def procedure(instrument, room:) =
      Gallop::Identify::Spin.new(instrument, room: reckoned(room), alone: alone?, stage: stage_voltage)

    # V that the stage takes of a phase, as far as the winding was measured.
    def stage_voltage
      proof = drive.latest_proofs.find { |one| one.kind == Winding.id }
      proof.figures["stage"] if proof && !proof.stale?
    end

    def alone? = false

    # What the other of both found, coupled or not, so that what the load changes is seen.
    def beside
      other = drive.latest_proofs.find { |proof| proof.kind == (alone? ? Spin.id : SpinAlone.id) && !proof.stale? }
      return [] unless other
      other
        .rows
        .select { |row| row["label"].match?(COMPARED) }
        .map { |row| ["#{alone? ? "Coupled" : "Uncoupled"}: #{row["label"].downcase_first}", row["text"]] }
    end

    COMPARED = /\A(Ripple at|Friction|Field before)/
    private_constant :COMPARED
  end
end
