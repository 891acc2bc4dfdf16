# frozen_string_literal: true

module Gallop
  module Limits
    # Limits of a servo: accelerations in rpm/s, jerk, travel and following error by the units of the mechanics.
    class Servo < Bounds
      RAMP_FACTS = %w[ramp_time stop_time].freeze
      # Where the load turns: degrees of it.
      OF_TURNING = { unit: "°" }.freeze
      FORM = Facts::Form.load("limits/servo")

      CONSEQUENCES =
        (
          %i[
            highest_speed
            acceleration_left
            time_to_speed
            way_of_a_stop
            quick_stop_follows
            jerk_follows
            window_in_counts
            factory_window
          ] + ComingToRest::CONSEQUENCES
        ).freeze
      RULES = [
        *Bounds::RULES,
        *%i[
          travel_turned
          travel_beyond_stroke
          locked_axis
          rounding_too_long
          factory_ramp_violent
          factory_ramp_slow
          factory_window_large
        ]
      ].freeze
      PROPOSALS = %i[
        propose_speeds
        propose_ramps
        propose_jerk
        propose_travel
        propose_window
        propose_direction
        propose_backward
        propose_reactions
      ].freeze

      private

      # A drive without positioning has no travel.
      def fields(_typed)
        jerk = profile["ramps.jerk"] ? FORM[:rounding] : []
        travel =
          profile["position.limit_low"] ? FORM[:travel].map { |row| turning? ? row.with(**OF_TURNING) : row } : []
        COMMON
          .group_by(&:group)
          .flat_map { |group, rows| group == "Ramps" ? rows + jerk : rows }
          .then { |rows| rows.partition { |row| row.group != "When it stops" } }
          .then { |first, last| first + travel + last }
      end

      def turning? = mechanics.along_a_line? == false
      def way_told(way) = turning? ? [way * 180 / Math::PI, "°"] : [way * 1e3, "mm"]
      def way_text(way) = show(*way_told(way))
      # Counts for a metre of the load, or for a radian.
      def counts_a_unit =
        feedback.counts && mechanics.motor_turns_a_unit ? feedback.counts * mechanics.motor_turns_a_unit : nil
      def in_counts(key) = given(key) && counts_a_unit ? (given(key) * counts_a_unit).round : nil
      def jerk = given("rounding_time") && wanted_acceleration ? wanted_acceleration / given("rounding_time") : nil
      def factory(key) = profile[key] && profile.fetch(key).then { |entry| entry.figure(entry.default_raw) }

      def jerk_follows
        jerk &&
          consequence(
            "jerk",
            "Jerk",
            *told(:jerk, jerk),
            "Each ramp takes #{show(given("rounding_time"), "s")} longer."
          )
      end

      def window_in_counts
        in_counts("following") &&
          consequence("window_in_counts", "Permitted following error", in_counts("following"), "counts", 0)
      end

      def factory_window
        return unless counts_a_unit && factory("position.following_error_window") && given("following").nil?
        consequence(
          "factory_window",
          "Following error window as it comes",
          *way_told(factory("position.following_error_window") / counts_a_unit),
          nil,
          "At the load."
        )
      end

      def travel_turned
        return unless given("travel_low") && given("travel_high") && given("travel_low") >= given("travel_high")
        blocker(
          "travel_turned",
          "The lowest position is not below the highest",
          because:
            "#{way_text(given("travel_low"))} and #{way_text(given("travel_high"))}: no target would be allowed.",
          so: "Exchange the two.",
          facts: %w[travel_low travel_high]
        )
      end

      def travel_beyond_stroke
        stroke = mechanics.stroke_of_load
        unless stroke && given("travel_low") && given("travel_high") &&
                 given("travel_high") - given("travel_low") < stroke * 0.9999
          return
        end
        room = given("travel_high") - given("travel_low")
        return unless room.positive?
        caution(
          "travel_below_stroke",
          "The travel limits leave #{way_text(room)}; the longest move takes #{way_text(stroke)}",
          because: "The move ends at the limit, short of its target.",
          so: "Wider limits, or a shorter stroke.",
          facts: %w[travel_low travel_high]
        )
      end

      def locked_axis
        return unless %w[forward backward].include?(sheet["direction"]) && mechanics.goes_and_returns?
        caution(
          "locked_axis",
          "An axis that goes and returns, with one direction locked",
          because: "It reaches its end and never comes back.",
          so: "Permit both directions.",
          facts: %w[direction]
        )
      end

      def rounding_too_long
        unless given("rounding_time") && wanted_acceleration && working_speed &&
                 given("rounding_time") > working_speed / wanted_acceleration
          return
        end
        note(
          "rounding_too_long",
          "The rounding takes longer than the ramp",
          because:
            "The acceleration never reaches its figure; it takes #{show(2 * Math.sqrt(working_speed / jerk), "s")} " \
              "to #{speed_text(working_speed)}.",
          facts: %w[rounding_time ramp_time]
        )
      end

      # The ramp that the drive has when nobody sets any, on this machine.
      def factory_acceleration =
        factory("ramps.acceleration") && of_entry("ramps.acceleration", :acceleration, factory("ramps.acceleration"))

      def factory_ramp_violent
        return unless possible_acceleration && factory_acceleration && factory_acceleration > possible_acceleration
        caution(
          "factory_ramp_violent",
          "The ramp from the works, #{acceleration_text(factory_acceleration)}, is more than the " \
            "#{shaft.word(:torque)} leaves",
          because: "#{acceleration_text(possible_acceleration)} is what motor, drive and load can.",
          so: "Take the proposed ramps.",
          values: %w[ramps.acceleration ramps.deceleration]
        )
      end

      def factory_ramp_slow
        unless wanted_acceleration && working_speed && factory_acceleration &&
                 wanted_acceleration > SLOW * factory_acceleration
          return
        end
        note(
          "factory_ramp_slow",
          "The ramp from the works takes #{show(working_speed / factory_acceleration, "s")} to " \
            "#{speed_text(working_speed)}",
          because: "#{show(working_speed / wanted_acceleration, "s")} is asked for.",
          so: "Take the proposed ramps.",
          values: %w[ramps.acceleration]
        )
      end

      def factory_window_large
        unless counts_a_unit && given("following").nil? && mechanics.stroke_of_load &&
                 factory("position.following_error_window")
          return
        end
        window = factory("position.following_error_window") / counts_a_unit
        return if window < 0.05 * mechanics.stroke_of_load
        note(
          "factory_window_large",
          "The following error window from the works is #{way_text(window)} at the load",
          because:
            "#{percent(window / mechanics.stroke_of_load)} of the stroke: a blocked axis pushes that far before " \
              "the drive trips.",
          so: "Give a permitted following error.",
          facts: %w[following],
          values: ["position.following_error_window"]
        )
      end

      def propose_speeds
        return unless working_speed
        [
          highest &&
            propose(
              "ramps.profile_speed_limit",
              floored("ramps.profile_speed_limit", :speed, highest),
              "bounded by #{bounded_by}",
              facts: []
            ),
          propose(
            "ramps.profile_speed",
            floored("ramps.profile_speed", :speed, working_speed),
            mechanics.demanded_speed ? "what the machine asks for" : "the highest speed",
            facts: []
          )
        ].select { |proposal| proposal }
      end

      def propose_ramps
        [
          ramp("ramps.acceleration", wanted_acceleration, given("ramp_time") ? "as given" : "what Mechanics asks for"),
          ramp("ramps.deceleration", wanted_deceleration, given("stop_time") ? "as given" : "as the ramp up"),
          ramp("ramps.quick_stop", quick_deceleration, quick_note),
          ramp("ramps.highest_acceleration", quick_deceleration, "no more than a quick stop")
        ].compact
      end

      # Rounded down, but for the noise of the binary figure.
      def floored(entry_key, kind, figure) = (in_unit_of(entry_key, kind, figure) * (1 + 1e-9)).floor

      def ramp(key, acceleration, reason) =
        acceleration && propose(key, [floored(key, :acceleration, acceleration), 1].max, reason, facts: RAMP_FACTS)

      def propose_jerk
        return unless jerk
        [
          propose("ramps.shape", 3, "rounded ramps", facts: %w[rounding_time]),
          propose(
            "ramps.jerk",
            [floored("ramps.jerk", :jerk, jerk), 1].max,
            "acceleration over the time of rounding",
            facts: %w[rounding_time]
          )
        ].compact
      end

      def propose_travel
        %w[low high].filter_map do |side|
          in_counts("travel_#{side}") &&
            propose(
              "position.limit_#{side}",
              in_counts("travel_#{side}"),
              "as given, in counts of the feedback",
              facts: ["travel_#{side}"]
            )
        end
      end

      def propose_window =
        in_counts("following") &&
          propose(
            "position.following_error_window",
            in_counts("following"),
            "as given, in counts of the feedback",
            facts: %w[following]
          )
    end
  end
end
