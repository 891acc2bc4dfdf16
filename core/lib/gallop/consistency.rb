# frozen_string_literal: true

module Gallop
  # Values of one drive against each other: what contradicts, makes another useless, or is used twice.
  #
  #   Gallop::Consistency.new(profile, values).findings.first.headline
  class Consistency
    include Findings

    # keys of a lower and a higher figure, what the first is, and why the order matters
    ORDERED = [
      [
        "supply.under_voltage",
        "supply.over_voltage",
        "No bus voltage is left between the two levels; the drive can never be ready."
      ],
      ["supply.chopper_level", "supply.over_voltage", "The chopper would begin after the drive has tripped."],
      ["limits.lowest_speed", "limits.motor_speed", "Every target is held to one single speed."],
      ["position.limit_low", "position.limit_high", "With the limits crossed, no travel is left between them."],
      ["mechanics.range_low", "mechanics.range_high", "The position would wrap within nothing."],
      ["battery.end_voltage", "battery.taper_voltage", "The current would end before it begins to taper."],
      ["pulse.low", "pulse.centre", "The pulse has no room below its centre."],
      ["pulse.centre", "pulse.high", "The pulse has no room above its centre."]
    ].freeze

    SHARED_INPUT_FUNCTIONS = [0, 1].freeze # none, left to the controller

    # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
    def initialize(profile, values)
      @profile = profile
      @values = values
    end

    # @return [Array<Finding>] blockers before cautions before notes; values are the keys that each is about
    def findings =
      Finding.in_order(
        [
          *ordered,
          *input_conflicts,
          *quick_stop,
          *motor_and_drive,
          *two_brake_masters,
          *window_below_lag,
          *field_unmeasured,
          *field_by_no_encoder
        ]
      )

    # @return [Hash{String => Array<Finding>}] by key
    def by_key
      findings.each_with_object({}) { |finding, found| finding.values.each { |key| (found[key] ||= []) << finding } }
    end

    private

    def ordered
      ORDERED.filter_map do |lower, higher, why|
        next unless known?(lower, higher) && figure(lower) >= figure(higher)
        caution(
          "out_of_order",
          "#{name(lower)} (#{show(lower)}) is not below #{name(higher).downcase} (#{show(higher)})",
          because: why,
          so: "Lower the first or raise the second.",
          values: [lower, higher]
        )
      end
    end

    # One function on two terminals: named at both ends.
    def input_conflicts
      keys = @values.keys.grep(/\Aterminals\.input_\d_function\z/)
      keys
        .group_by { |key| @values[key] }
        .reject { |function, same| SHARED_INPUT_FUNCTIONS.include?(function) || same.size < 2 }
        .map do |function, same|
          label = @profile.fetch(same.first).choices[function]
          caution(
            "shared_function",
            "“#{label}” is on #{same.size} inputs: #{same.map { |key| key[/\d/] }.join(" and ")}",
            because: "Either of them acts, and a wire that is changed at one of them changes nothing.",
            so: "Leave the function on one input.",
            values: same
          )
        end
    end

    BY_FIELD = [ControlMethod::BY_FIELD, ControlMethod::BY_ENCODER].freeze
    MEASURED = %w[motor.stator_resistance motor.rotor_resistance motor.leakage_inductance motor.no_load_current].freeze
    private_constant :BY_FIELD, :MEASURED

    # A field that goes by a nameplate stands wrong under load.
    def field_unmeasured
      return [] unless BY_FIELD.include?(@values["output.control"])
      open = MEASURED.select { |key| known?(key) && figure(key).zero? }
      return [] if open.empty?
      [
        caution(
          "field_unmeasured",
          "The motor is to turn by its field, and not all of it was measured",
          because:
            "#{open.map { |key| name(key) }.join(", ")}: the drive reckons with what a nameplate says of them. Speed " \
              "and torque are then off by as much.",
          so: "Measure winding, iron and cage at the stage Identify.",
          values: ["output.control", *open]
        )
      ]
    end

    def field_by_no_encoder
      return [] unless @values["output.control"] == ControlMethod::BY_ENCODER && @values["feedback.kind"]&.zero?
      [
        blocker(
          "field_by_no_encoder",
          "The field is to go by an encoder, and none is set",
          because: "The drive does not begin without one: it stops with #{name("feedback.kind")} as it is.",
          so: "Give the encoder at the stage Feedback, or control the motor without it.",
          values: %w[output.control feedback.kind]
        )
      ]
    end

    def quick_stop
      unless known?("ramps.quick_stop", "ramps.deceleration") &&
               figure("ramps.quick_stop") < figure("ramps.deceleration")
        return []
      end
      [
        caution(
          "slow_quick_stop",
          "The quick stop (#{show("ramps.quick_stop")}) is slower than an ordinary stop " \
            "(#{show("ramps.deceleration")})",
          because: "A quick stop is what happens in danger.",
          so: "Raise the quick stop deceleration.",
          values: %w[ramps.quick_stop ramps.deceleration]
        )
      ]
    end

    def motor_and_drive
      return [] unless known?("motor.rated_current") && figure("motor.rated_current") > @profile.rating[:peak_current]
      [
        note(
          "motor_beyond_drive",
          "The motor's rated current (#{show("motor.rated_current")}) is above the drive's peak of " \
            "#{@profile.rating[:peak_current]} A",
          because: "The drive cannot bring this motor to its rated torque, not even for a moment.",
          so: "Check the motor data, or take a larger drive.",
          values: %w[motor.rated_current]
        )
      ]
    end

    # The drive cannot know whether somebody else releases the brake as well; a terminal that does is one master too
    # many.
    def two_brake_masters
      return [] unless @values["brake.fitted"] == 2
      keys = @values.keys.grep(/\Aterminals\.output_\d_function\z/).select { |key| @values[key] == 7 }
      if keys.empty?
        []
      else
        [
          blocker(
            "two_brake_masters",
            "The controller and output #{keys.first[/\d/]} both release the brake",
            because: "Two masters of one brake drop the load sooner or later.",
            so: "Take the function off the output, or give the brake to the drive.",
            values: ["brake.fitted", *keys]
          )
        ]
      end
    end

    LAG = %w[
      ramps.profile_speed
      feedback.counts_per_turn
      position_loop.gain
      position_loop.speed_feed_forward
      position.following_error_window
    ].freeze
    private_constant :LAG

    # v/k_v (1 − feed-forward): how far a position loop lags behind a path at a constant speed. A drive of slides counts
    # in another way.
    def window_below_lag
      return [] unless known?(*LAG) && @profile.fetch(LAG.first).unit == "rpm"
      speed, counts, gain, share, window = LAG.map { |key| figure(key) }
      lag = speed / 60.0 * counts / gain * (1 - share / 100.0)
      return [] if window.zero? || lag <= window
      [
        caution(
          "window_below_lag",
          "The following error window (#{show(LAG.last)}) is less than the position loop lags behind at " \
            "#{show(LAG.first)}",
          because:
            "By gain and feed-forward it lags #{lag.round} counts at a constant speed; the drive trips in the first " \
              "move at full speed.",
          so: "More feed-forward or gain, or a wider window.",
          values: LAG.values_at(4, 2, 3, 0)
        )
      ]
    end

    def known?(*keys) = keys.all? { |key| @values.key?(key) && @profile[key] }
    def figure(key) = @profile.fetch(key).figure(@values[key])
    def show(key) = @profile.fetch(key).show(@values[key])
    def name(key) = @profile.fetch(key).name
  end
end
