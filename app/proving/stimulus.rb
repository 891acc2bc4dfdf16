# frozen_string_literal: true

module Proving
  # Something that the motor does while it is recorded: what it is told, how far and how fast that moves it, and how it
  # comes to rest. Each step is a command of its own, so that reins, gait, bounds, the dead-man and every stop are asked
  # as ever; it is under way on the drive alone.
  #
  #   stimulus = Proving::Stimulus.of(drive, kind: "speed_step", size: 300.0, hold: 0.5)
  #   stimulus.sentence                # what will move, how far, how fast
  #   stimulus.begin(tab, setup)       # => Recording, armed; the motion follows
  class Stimulus
    KINDS = %w[speed_step torque_step jog there_and_back].freeze
    HOLD = (0.05..20.0) # s
    LOOK = 0.02 # s
    ARMING = 15.0 # s for the memory to have what comes before the trigger

    # It was stopped meanwhile.
    class Broken < StandardError
    end

    attr_reader :drive, :size, :hold

    # @raise [KeyError]
    def self.of(drive, kind:, size:, hold:) = const_get(kind.camelize).new(drive, size, hold)

    # @param size [Float] in the unit of what is commanded, signed @param hold [Float] s
    def initialize(drive, size, hold)
      @drive = drive
      @size = size
      @hold = hold
    end

    def kind = self.class.name.demodulize.underscore
    def to_data = { "kind" => kind, "size" => size, "hold" => hold, "title" => title, "sentence" => sentence }
    def what_is_under_way = "A motion that is recorded is under way on #{drive.name}: #{sentence}"

    # What will move, how far and how fast, at the gait of now.
    # @return [String] @raise [Gallop::Objects::Unacceptable] where it cannot be done within the bounds
    def sentence = @sentence ||= worded(first.held(gait, bounds))

    # Arms the memory, and lets the motor do it once the samples before the trigger are there.
    # @param setup [Gallop::Traces::Setup] @return [Recording]
    def begin(tab, setup)
      ready!(tab)
      sentence
      @tab = tab
      Undertaking.claim(drive.id, self)
      recording = Recording.arm(drive, setup, stimulus: to_data)
      Current.in_background("stimulus #{drive.name}", tab: @tab) { play(recording) }
      recording
    rescue StandardError
      Undertaking.leave(drive.id, self)
      raise
    end

    private

    def motion = @motion ||= drive.connection!.motion
    def gait = motion.gait || drive.envelope
    def bounds = Motion::Bounds.new(drive.profile, drive.live_values, drive.connection!.samples.last)
    def turns(counts) = (per = drive.live_values["feedback.counts_per_turn"]) ? counts / per.to_f : nil

    def ready!(tab)
      motion.authorise(tab)
      unless motion.kind == mode
        raise Motion::OutOfState, "#{drive.name} is not enabled for #{mode}. Enable it for that first."
      end
      return if motion.standing? && (motion.held.nil? || mode == "position" || motion.held.held.zero?)
      raise Motion::OutOfState, "#{drive.name} turns already. Stop it first, so that the motion has a beginning."
    end

    def play(recording)
      await_memory(recording)
      drive.log("motion", "Recorded motion", sentence)
      carry_out
    rescue Broken,
           Motion::OutOfState,
           Motion::NotHeld,
           Gallop::Objects::Unacceptable,
           Link::Offline,
           Link::Late,
           Wire::Lost,
           Wire::Refused => e
      drive.log("motion", "Recorded motion not carried to its end", e.message)
      come_to_rest
      recording.reload.then { |one| one.end_it if one.open? && one.traces.empty? && !one.standing.triggered? }
    rescue StandardError # an error of our own must not leave a motor that turns
      come_to_rest
      raise
    ensure
      Undertaking.leave(drive.id, self)
      recording.announce
    end

    def await_memory(recording)
      deadline = now + ARMING + recording.wanted.seconds_before(drive.live_values["trace.rate"])
      until recording.standing.phase == "waiting"
        raise Broken, "The trace memory was not ready in time." if now > deadline || !recording.reload.open?
        pause(LOOK)
      end
    end

    def command(command) = motion.perform(@tab, command)

    # @raise [Broken] where the motor was stopped meanwhile
    def pause(seconds)
      deadline = now + seconds
      loop do
        raise Broken, "The motor was stopped." unless motion.armed?
        break if now >= deadline
        sleep [LOOK, [deadline - now, 0].max].min
      end
    end

    # Whatever it was told last; a motor that is stopped already is.
    def come_to_rest
      motion.halt(@tab) if motion.armed?
    rescue Motion::OutOfState, Motion::NotHeld, Link::Offline, Link::Late, Wire::Lost, Wire::Refused => e
      Rails.logger.warn("#{drive.name}, after a motion that was broken off: #{e.message}")
    end

    def figure(value, unit) = Gallop::Quantities.format(value, unit, value.abs < 100 ? 1 : 0)
    def length(value, unit) = Gallop::Quantities.format(value, unit, value.abs < 10 ? 2 : 1)
    def seconds(time) = Gallop::Quantities.format(time, "s", 2)
    def held_back(held) = held.reason ? " #{held.reason}" : ""
    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    # Of a drive that goes at a speed for a time: at most. @param speed [Float] in its unit @return [String]
    def length_of(speed, time)
      per_second = Gallop::Quantities::Unit.fetch(drive.profile.speed_unit).to_si(speed.abs)
      if drive.profile.slides?
        length(per_second * time * 1000, "mm")
      else
        length(per_second * time / (2 * Math::PI), "turns")
      end
    end
  end
end
