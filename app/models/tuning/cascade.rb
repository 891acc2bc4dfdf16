# frozen_string_literal: true

class Tuning
  # The way from what is asked for to the motor: which loop is closed by which device, what limits and filters it on the
  # way, and which figure shows it live.
  class Cascade
    # @!attribute id [String] @!attribute title [String] @!attribute by [String, nil] what it is closed by
    # @!attribute rows [Array<String>] how it is set @!attribute live [String, nil] key of a live entry
    # @!attribute loop [String, nil] of the tuning, whose values it has
    Place = Gallop::Record.define(:id, :title, :rows, by: nil, live: nil, loop: nil)

    # @param tuning [Tuning]
    def initialize(tuning)
      @profile = tuning.drive.profile
      @values = tuning.drafted
      @gait = tuning.drive.envelope
    end

    # @return [Array<Place>] none for a drive that has no such loops
    def places
      return [] unless @profile["speed_loop.gain"]
      [*position, speed_limit, speed, filters, torque_limit, current, stage]
    end

    private

    LOAD = 1 # of second_feedback.role
    SWITCHES = ["", "while it stands", "above %s"].freeze # by gains.switch
    private_constant :LOAD, :SWITCHES

    def position
      return [] unless @profile["position_loop.gain"]
      [
        Place.new(
          id: "position",
          title: "Position loop",
          by: value("second_feedback.role") == LOAD ? "the second encoder, at the load" : device,
          rows: [shown("position_loop.gain"), "#{shown("position_loop.speed_feed_forward")} of the speed ahead"],
          live: "position.following_error",
          loop: "position"
        )
      ]
    end

    def speed_limit
      Place.new(
        id: "speed_limit",
        title: "Limit of speed",
        rows: ["#{shown("limits.motor_speed")}, at this gait #{percent(@gait.speed)} of it"],
        live: "speed.demand"
      )
    end

    def speed
      Place.new(
        id: "speed",
        title: "Speed loop",
        by: "#{device}, through #{shown("feedback.speed_filter")}",
        rows: [
          "#{shown("speed_loop.gain")}, #{shown("speed_loop.integral_time")}",
          "#{shown("speed_loop.acceleration_feed_forward")} of the acceleration ahead",
          *second_set
        ],
        live: "speed.actual",
        loop: "speed"
      )
    end

    def filters
      notches =
        Gallop::Tune::Gains
          .of(@profile, @values)
          .notches
          .map { |notch| "notch at #{Gallop::Quantities.format(notch.frequency, "Hz", 0)}" }
      corner = value("filters.torque_low_pass").to_i
      low_pass = corner.positive? ? ["low-pass at #{shown("filters.torque_low_pass")}"] : []
      rows = [*notches, *low_pass]
      Place.new(id: "filters", title: "Filters", rows: rows.empty? ? ["none"] : rows, loop: "speed")
    end

    def torque_limit
      Place.new(
        id: "torque_limit",
        title: "Limit of #{@profile.slides? ? "force" : "torque"}",
        rows: ["#{shown("limits.torque")} of the rated, at this gait #{percent(@gait.torque)} of it"],
        live: "motor.torque"
      )
    end

    def current
      Place.new(
        id: "current",
        title: "Current loop",
        by: "the current sensors",
        rows: [shown("current_loop.bandwidth")],
        live: "motor.torque_current",
        loop: "current"
      )
    end

    def stage = Place.new(id: "stage", title: "Power stage", rows: ["from the bus"], live: "bus.voltage")

    # Which set is in force, and what switches it.
    def second_set
      rule = value("gains.switch").to_i
      return [] unless rule.positive?
      when_it_is = format(SWITCHES.fetch(rule), shown("gains.switch_speed"))
      ["#{when_it_is} the second set: #{shown("speed_loop.second_gain")}, #{shown("speed_loop.second_integral_time")}"]
    end

    def device
      entry = @profile["feedback.kind"] or return "the encoder"
      name = entry.choices[value("feedback.kind")]
      name ? "the motor's device (#{name.downcase_first})" : "the motor's device"
    end

    def value(key) = @values[key]
    def shown(key)
      @profile[key] ? @profile.fetch(key).show(@values.fetch(key) { @profile.fetch(key).default_raw }) : "–"
    end
    def percent(share) = Gallop::Quantities.format(100 * share, "%", 0)
  end
end
