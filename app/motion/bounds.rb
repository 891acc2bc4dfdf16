# frozen_string_literal: true

module Motion
  # What a drive's own values leave to a motion, as they were last read.
  class Bounds
    FAR = 2**30 # counts, where there is no travel limit

    # @param live [Hash{String => Object}] raw by key @param sample [Link::Sample, nil]
    def initialize(profile, live, sample)
      @profile = profile
      @live = live
      @sample = sample
    end

    attr_reader :profile

    # @param sign [Numeric] of the direction
    def speed(sign = 1)
      limit = figure(profile.speed_command.fetch("limit"))
      backward = figure("limits.backward_speed")
      sign.negative? && backward.positive? ? [backward, limit].min : limit
    end

    def speed_unit = profile.speed_unit

    # Of the first ramps, in the unit of speed a second. @param gait [Gallop::Gait]
    def acceleration(gait) = ramp("acceleration") * gait.acceleration
    def deceleration = ramp("deceleration")

    # Of a move to a position.
    def profile_speed = figure("ramps.profile_speed")

    # Of the search for the home point.
    def homing_speed = figure("homing.search_speed")
    def homing_method = figure("homing.method")

    # In percent of the rated torque.
    def torque = figure("limits.torque")

    def position = @sample ? @sample["position.actual"] : 0
    def position_unit = profile.fetch("position.actual").unit

    # @return [Range] of positions; endless on a side without a limit
    def travel = Gallop::Limits::Travel.of(profile, @live)

    private

    def ramp(name)
      return figure("ramps.#{name}") if profile["ramps.#{name}"]
      figure("ramps.#{name}_speed") / figure("ramps.#{name}_time").to_f
    end

    # What has never been read is as from the works.
    def figure(key) = profile.fetch(key).then { |entry| entry.figure(@live.fetch(key) { entry.default_raw }) }
  end
end
