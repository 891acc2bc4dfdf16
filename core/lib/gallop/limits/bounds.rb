# frozen_string_literal: true

module Gallop
  module Limits
    # What every kind of drive is held to. Speeds are of the motor's shaft.
    #
    #   a = (T − T_gravity − T_friction)/J,  n²/2a turns of a stop
    class Bounds < FactStage
      include ComingToRest

      MARGIN = 0.1
      REACTION_CODES = { "coast" => 0, "ramp" => 1, "quick" => 2 }.freeze
      QUICKER = 3 # times the ramp down: what a mechanism is spared beyond, where the torque would allow it
      SLOW = 10 # times slower than asked for: a ramp that is of no use

      COMMON = Facts::Form.load("limits/bounds")[:common]

      RULES = %i[
        top_speed_unreachable
        demand_beyond_bounds
        ramp_beyond_torque
        no_torque_left
        ramp_overheats
        stop_trips_the_supply
        quick_stop_slower
        coasting_load
        coasting_long
      ].freeze
      CHARTS = %i[run].freeze

      # Bounds of the speed. @return [Hash{String => Float}] who bounds => rad/s
      def speed_bounds
        {
          "the motor" => motor.given("top_speed"),
          "the gearbox" => mechanics.permitted_speed,
          "the drive's output frequency" => drive_speed,
          "the feedback" => feedback.speed_of_input
        }.compact
      end

      private

      def motor = machine.stage("motor")
      def mechanics = machine.stage("mechanics")
      def feedback = machine.stage("feedback")
      def power = machine.stage("power")
      def margin = given("margin") || MARGIN
      def pole_pairs = motor.pole_pairs_known
      def drive_speed = pole_pairs && 2 * Math::PI * rating(:output_frequency) / pole_pairs
      def bounded_by = speed_bounds.min_by(&:last)&.first
      def highest = speed_bounds.values.min

      # What the machine is to run at: as Mechanics asks, within what bounds it.
      def working_speed
        asked = mechanics.demanded_speed
        asked && highest ? [asked, highest].min : asked || highest
      end

      def inertia = mechanics.inertia_of_all || motor.known("rotor_inertia")
      def opposing = mechanics.torque_of_gravity.to_f.abs + mechanics.torque_of_friction.to_f
      def peak_torque = motor.usable_torque

      # rad/s² that the torque leaves against gravity and friction, at the speed of the quickest load
      def possible_acceleration
        return unless peak_torque && peak_torque > opposing
        driven_inertias.map { |inertia| (peak_torque - opposing) / inertia }.min
      end

      # kg·m² that the ramps have to overcome, of each load, for the acceleration of the quickest.
      def driven_inertias
        moved = mechanics.drivetrains.filter_map { |train| train.driven_inertia && train.driven_inertia * train.share }
        moved.empty? ? [motor.known("rotor_inertia")].compact : moved
      end

      def wanted_acceleration = rate(given("ramp_time")) || mechanics.demanded_acceleration
      def wanted_deceleration = rate(given("stop_time")) || wanted_acceleration

      # Who bounds the quick stop, and how much. @return [Hash{String => Float}] rad/s²
      def quick_bounds
        return { "as given" => rate(given("quick_stop_time")) } if given("quick_stop_time") && working_speed
        return {} if possible_acceleration.nil?
        {
          "bounded by the #{shaft.word(:torque)}, less #{percent(margin)}" => possible_acceleration * (1 - margin),
          "bounded by what the supply takes back" => shortest_rate,
          "#{QUICKER} times the ramp down, to spare the mechanism" =>
            wanted_deceleration && QUICKER * wanted_deceleration
        }.compact
      end

      def quick_deceleration = quick_bounds.values.min
      def rate(time) = time && working_speed && working_speed / time

      # rad/s² of the shortest stop that the supply swallows, where it bounds any
      def shortest_rate
        time = power.shortest_stop_time or return
        power.speed_stopped / time
      end

      def highest_speed
        highest &&
          consequence("highest_speed", "Highest speed", *told(:speed, highest), "Bounded by #{bounded_by}; #{others}.")
      end

      def others
        rest = speed_bounds.reject { |who, _| who == bounded_by }
        if rest.empty?
          "nothing else is known to bound it"
        else
          rest.map { |who, speed| "#{who} #{speed_text(speed)}" }.join(", ")
        end
      end

      def acceleration_left
        possible_acceleration &&
          consequence(
            "acceleration_left",
            "Acceleration that the #{shaft.word(:torque)} leaves",
            *told(:acceleration, possible_acceleration),
            "#{torque_text(peak_torque)} at the peak, less #{torque_text(opposing)} of gravity and friction."
          )
      end

      def time_to_speed
        return unless wanted_acceleration && working_speed
        consequence("time_to_speed", "To #{speed_text(working_speed)}", working_speed / wanted_acceleration, "s")
      end

      def way_of_a_stop
        return unless wanted_deceleration && working_speed
        turns = working_speed**2 / (2 * wanted_deceleration) / (2 * Math::PI)
        travel = mechanics.travel_of_motor_turn
        return consequence("way_of_a_stop", "Way of a stop", turns, "turn") if travel.nil?
        consequence(
          "way_of_a_stop",
          "Way of a stop",
          turns * travel * 1e3,
          "mm",
          nil,
          "#{shaft.slides? ? "From" : "#{show(turns, "turn")} of the motor, from"} #{speed_text(working_speed)} by " \
            "the ramp down."
        )
      end

      def quick_stop_follows
        return unless quick_deceleration && working_speed
        consequence(
          "quick_stop",
          "Quick stop",
          working_speed / quick_deceleration,
          "s",
          nil,
          "#{quick_note.capitalize}."
        )
      end

      def quick_note = quick_bounds.min_by(&:last)&.first.to_s

      # Up, along, down, with the quick stop from where the ordinary one begins.
      def run
        return unless wanted_acceleration && wanted_deceleration && working_speed
        up, down = [wanted_acceleration, wanted_deceleration].map { |rate| working_speed / rate }
        along = up + 0.4 * (up + down)
        top = told(:speed, working_speed).first
        quick = quick_deceleration && [[along, top], [along + working_speed / quick_deceleration, 0.0]]
        Chart.new(
          id: "run",
          title: "Speed by the ramps",
          x: Chart::Axis.new(label: "time", unit: "s"),
          y: Chart::Axis.new(label: "speed", unit: shaft.unit(:speed)),
          curves: [
            Chart::Curve.new(name: "ramps", points: [[0.0, 0.0], [up, top], [along, top], [along + down, 0.0]]),
            quick && Chart::Curve.new(name: "quick stop", points: quick, role: :second)
          ].compact,
          marks: [highest && Chart::Mark.new(label: bounded_by, at: told(:speed, highest).first)].select { |mark| mark }
        )
      end

      # A limit that another one makes unreachable, in the words of both.
      def top_speed_unreachable
        top = motor.given("top_speed")
        return unless top && highest && top > highest * 1.0001
        finding(
          bounded_by == "the gearbox" ? :blocker : :caution,
          "top_speed_unreachable",
          "#{in_hertz(top)}#{speed_text(top)} is allowed at Motor; #{bounded_by} ends at #{speed_text(highest)}",
          because:
            (
              if bounded_by == "the gearbox"
                "The drive would let the motor run the gearbox beyond what it stands."
              else
                "The speed between the two is never reached."
              end
            ),
          so: "At most #{speed_text(highest)} as top speed at Motor.",
          values: ["limits.motor_speed"]
        )
      end

      def in_hertz(_speed) = ""

      def demand_beyond_bounds
        asked = mechanics.demanded_speed
        return unless asked && highest && asked > highest * 1.0001
        caution(
          "demand_beyond_bounds",
          "The machine asks for #{speed_text(asked)}; #{bounded_by} ends at #{speed_text(highest)}",
          because: "The speed that is asked for is never reached.",
          so: "Another ratio, or less speed."
        )
      end

      def ramp_beyond_torque
        unless possible_acceleration && wanted_acceleration && working_speed &&
                 wanted_acceleration > possible_acceleration
          return
        end
        caution(
          "ramp_beyond_torque",
          "The ramp asks for #{acceleration_text(wanted_acceleration)}; the #{shaft.word(:torque)} leaves " \
            "#{acceleration_text(possible_acceleration)}",
          because: "The motor falls behind its ramp at the current limit, and overshoots at its end.",
          so:
            "#{show(working_speed / possible_acceleration / (1 - margin), "s")} or longer to " \
              "#{speed_text(working_speed)}.",
          facts: %w[ramp_time]
        )
      end

      def no_torque_left
        taken = [opposing, mechanics.steady_torque.to_f].max
        return unless peak_torque && peak_torque <= taken && taken.positive?
        blocker(
          "no_torque_left",
          "#{taken > opposing ? "Gravity, friction and process" : "Gravity and friction"} take " \
            "#{torque_text(taken)}; motor and drive give #{torque_text(peak_torque)}",
          because: "Nothing is left to accelerate with, and the load is not even held.",
          so: "A larger ratio, motor or drive, or a counterweight."
        )
      end

      # More than drive or winding stand for as long as the ramp takes.
      def ramp_overheats
        torque = ramp_torque
        continuous = motor.continuous_torque(0.0)
        return unless torque && continuous && wanted_acceleration && working_speed
        time = working_speed / wanted_acceleration
        stands = [drive_stands(torque), winding_stands(torque, continuous)].compact.min
        return unless stands && time > stands * 1.001
        caution(
          "ramp_overheats",
          "#{torque_text(torque)} for #{show(time, "s")} of ramp; drive and winding stand it for #{show(stands, "s")}",
          because: "The drive goes back to its continuous current in the middle of the ramp, or the winding overheats.",
          so: "A slower ramp of less #{shaft.word(:torque)}, or a larger motor and drive.",
          facts: %w[ramp_time]
        )
      end

      # N·m of motor and load while they speed up.
      def ramp_torque
        return unless wanted_acceleration
        mechanics
          .drivetrains
          .filter_map { |train| train.torque(wanted_acceleration * train.share, train.friction + train.gravity.abs) }
          .max
      end

      # @return [Float, nil] s; nil where it is for ever
      def drive_stands(torque)
        current = motor.current_for(torque)
        current && current > rating(:current) * 1.001 ? rating(:peak_time) : nil
      end

      # t = −τ ln(1 − (T_n/T)²), from cold
      def winding_stands(torque, continuous)
        time = motor.known("thermal_time")
        time && torque > continuous ? -time * Math.log(1 - (continuous / torque)**2) : nil
      end

      def stop_trips_the_supply
        time = power.shortest_stop_time
        return unless time && wanted_deceleration && power.speed_stopped / wanted_deceleration < time * 0.9999
        caution(
          "stop_trips_the_supply",
          "A stop in #{show(power.speed_stopped / wanted_deceleration, "s")} gives back more than the supply takes",
          because: "The bus rises to its trip; the power stage goes off and the motor coasts.",
          so: "#{show(time, "s")} or longer from #{speed_text(power.speed_stopped)}.",
          facts: %w[stop_time ramp_time]
        )
      end

      def quick_stop_slower
        unless given("quick_stop_time") && working_speed && wanted_deceleration &&
                 quick_deceleration < wanted_deceleration
          return
        end
        caution(
          "quick_stop_slower",
          "The quick stop is slower than the ordinary one",
          because: "#{show(given("quick_stop_time"), "s")} against #{show(working_speed / wanted_deceleration, "s")}.",
          so: "Exchange the two, or shorten the quick stop.",
          facts: %w[quick_stop_time stop_time]
        )
      end

      def coasting_load
        coasting = %w[quick_stop_reaction fault_reaction].select { |key| sheet[key] == "coast" }
        return if coasting.empty? || !mechanics.load_comes_down?
        blocker(
          "coasting_load",
          "A load that falls would be let go",
          because:
            "To coast is to take the #{shaft.word(:torque)} away; gravity then drives the " \
              "load#{power.sheet["brake"].to_s.match?(/drive|controller/) ? " until the brake has engaged" : ""}.",
          so: "A ramp, with the brake at its end.",
          facts: coasting
        )
      end

      def coasting_long
        unless [sheet["quick_stop_reaction"], sheet["fault_reaction"]].include?("coast") && inertia && working_speed &&
                 !mechanics.load_comes_down?
          return
        end
        friction = mechanics.torque_of_friction.to_f
        return if friction.positive? && inertia * working_speed / friction < 2
        how_long =
          (
            if friction.positive?
              "about #{show(inertia * working_speed / friction, "s")}"
            else
              "a time that nobody knows: no friction is given"
            end
          )
        note(
          "coasting_long",
          "Coasting from #{speed_text(working_speed)} takes #{how_long}",
          because: "Nothing but friction brakes the machine.",
          facts: %w[quick_stop_reaction fault_reaction]
        )
      end

      def propose_direction
        chosen = { "both" => 0, "forward" => 1, "backward" => 2 }[sheet["direction"]] or return
        propose("limits.direction", chosen, "as given", facts: %w[direction])
      end

      def propose_backward
        share = given("backward_share")
        return unless share && working_speed
        speed = in_unit_of("limits.backward_speed", :speed, share * working_speed)
        propose("limits.backward_speed", [speed.floor, 1].max, "as given", facts: %w[backward_share])
      end

      def propose_reactions
        {
          "quick_stop_reaction" => "control.quick_stop_option",
          "fault_reaction" => "control.fault_reaction"
        }.filter_map do |key, entry|
          sheet[key] && propose(entry, REACTION_CODES.fetch(sheet[key]), "as given", facts: [key])
        end
      end
    end
  end
end
