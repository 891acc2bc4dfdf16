# frozen_string_literal: true

module Gallop
  module Limits
    # Limits of a frequency drive: ramps by speed step and whole seconds, a lowest frequency, skipped bands.
    class Frequency < Bounds
      LONGEST_RAMP = 600 # s
      HZ = "Hz"
      FORM = Facts::Form.load("limits/frequency")

      CONSEQUENCES =
        (
          %i[highest_speed working_frequency acceleration_left time_to_speed way_of_a_stop quick_stop_follows] +
            ComingToRest::CONSEQUENCES
        ).freeze
      RULES = [
        :frequency_unreachable,
        *Bounds::RULES,
        *%i[turns_at_zero window_turned bands_half bands_overlap band_takes_the_top ramp_too_coarse factory_stop_trips]
      ].freeze
      PROPOSALS = %i[
        propose_window
        propose_ramps
        propose_bands
        propose_direction
        propose_backward
        propose_reactions
      ].freeze

      private

      def fields(_typed) =
        COMMON.select { |row| row.group == "Speed" } + FORM[:window] + COMMON.select { |row| row.group == "Ramps" } +
          FORM[:skipped_bands] + COMMON.select { |row| row.group == "When it stops" }

      # Motor speed of a frequency, without slip. @return [Float, nil] rad/s
      def speed_of(frequency) = frequency && pole_pairs && 2 * Math::PI * frequency / pole_pairs
      def frequency_of(speed) = speed && pole_pairs && speed * pole_pairs / (2 * Math::PI)
      def in_hertz(speed) = pole_pairs ? "#{show(frequency_of(speed), HZ, 1)}, " : ""
      def working_speed = [super, speed_of(given("highest_frequency"))].compact.min
      def bands =
        (1..3).filter_map do |n|
          if given("skip_#{n}")&.positive? && given("skip_width_#{n}")
            [n, given("skip_#{n}"), given("skip_width_#{n}")]
          else
            nil
          end
        end

      def working_frequency
        working_speed && pole_pairs &&
          consequence(
            "working_frequency",
            "Output frequency at #{speed_text(working_speed)}",
            frequency_of(working_speed),
            HZ,
            1,
            "Without slip; the drive ends at #{show(rating(:output_frequency), HZ, 0)}."
          )
      end

      def frequency_unreachable
        speed = speed_of(given("highest_frequency"))
        return unless speed && highest && speed > highest * 1.0001
        finding(
          bounded_by == "the gearbox" ? :blocker : :caution,
          "frequency_unreachable",
          "#{show(given("highest_frequency"), HZ)} is #{speed_text(speed)} on this motor; #{bounded_by} allows " \
            "#{speed_text(highest)}",
          because:
            if bounded_by == "the gearbox"
              "The gearbox overheats and loses its seals."
            else
              "What lies between the two is never reached."
            end,
          so: "#{show((frequency_of(highest) * 10).floor / 10.0, HZ, 1)} at most.",
          facts: %w[highest_frequency]
        )
      end

      def turns_at_zero
        return unless given("lowest_frequency")&.positive?
        speed = speed_of(given("lowest_frequency"))
        caution(
          "turns_at_zero",
          "With a reference of zero the motor " \
            "turns#{speed ? " at #{speed_text(speed)}" : " with #{show(given("lowest_frequency"), HZ)}"}",
          because: "As soon as it is enabled, and until it is stopped.",
          so: "Leave the lowest frequency at zero, unless the machine asks for it and everybody knows.",
          facts: %w[lowest_frequency],
          values: ["limits.lowest_speed"]
        )
      end

      def window_turned
        unless given("lowest_frequency") && (top = given("highest_frequency") || frequency_of(highest)) &&
                 given("lowest_frequency") >= top
          return
        end
        blocker(
          "window_turned",
          "The lowest frequency, #{show(given("lowest_frequency"), HZ)}, is not below the highest, #{show(top, HZ)}",
          because: "No reference would be followed.",
          so: "Exchange the two.",
          facts: %w[lowest_frequency highest_frequency]
        )
      end

      def bands_half
        half =
          (1..3).flat_map do |n|
            ["skip_#{n}", "skip_width_#{n}"].then do |pair|
              pair.one? { |key| given(key) } ? pair.select { |key| given(key) } : []
            end
          end
        return if half.empty?
        blocker(
          "bands_half",
          "A skipped band needs its middle and its width",
          because: "One alone skips nothing.",
          so: "Give both, or take both away.",
          facts: half
        )
      end

      def bands_overlap
        ranges = bands.map { |_, middle, width| [middle - width / 2, middle + width / 2] }.sort
        clash = ranges.each_cons(2).find { |low, high| low[1] > high[0] }
        return if clash.nil?
        caution(
          "bands_overlap",
          "Two skipped bands overlap between #{show(clash[1][0], HZ, 1)} and " \
            "#{show([clash[0][1], clash[1][1]].min, HZ, 1)}",
          because: "From the lower edge of one the drive goes into the other, and holds neither.",
          so: "One wider band instead.",
          facts: bands.map { |n, _, _| "skip_#{n}" }
        )
      end

      # The speed that the machine works at must not lie in a band.
      def band_takes_the_top
        working = frequency_of(working_speed) or return
        hit = bands.find { |_, middle, width| (working - middle).abs < width / 2 } or return
        caution(
          "band_takes_the_top",
          "#{show(working, HZ, 1)}, the speed that the machine works at, lies in a skipped band",
          because:
            "The drive holds #{show(hit[1] - hit[2] / 2, HZ, 1)} instead: " \
              "#{speed_text(speed_of([hit[1] - hit[2] / 2, 0.0].max))}.",
          so: "Shift the band, or work beside it.",
          facts: ["skip_#{hit[0]}", "skip_width_#{hit[0]}"]
        )
      end

      # A ramp is a speed step in whole seconds: [rpm, s].
      def step(acceleration)
        time = acceleration && [(working_speed / acceleration).ceil, 1].max
        time && time <= LONGEST_RAMP ? [(acceleration * RPM * time).round.clamp(1, 30_000), time] : nil
      end

      def ramp_too_coarse
        return unless wanted_acceleration && working_speed && step(wanted_acceleration).nil?
        blocker(
          "ramp_too_coarse",
          "A ramp of #{show(working_speed / wanted_acceleration, "s", 0)} is longer than the drive takes",
          because: "#{LONGEST_RAMP} s is the longest.",
          so: "A shorter ramp.",
          facts: %w[ramp_time]
        )
      end

      def factory_stop_trips
        time = power.shortest_stop_time
        return unless time && (given("stop_time").nil? && wanted_deceleration.nil?)
        speed, seconds =
          %w[ramps.deceleration_speed ramps.deceleration_time].map do |key|
            profile.fetch(key).then { |entry| entry.figure(entry.default_raw) }
          end
        factory = power.speed_stopped / (speed / RPM / seconds)
        return if factory >= time
        caution(
          "factory_stop_trips",
          "The stop from the works takes #{show(factory, "s")}; the supply needs #{show(time, "s")}",
          because: "The bus rises to its trip, and the motor coasts.",
          so: "Give a time for the stop.",
          facts: %w[stop_time],
          values: %w[ramps.deceleration_speed ramps.deceleration_time]
        )
      end

      def propose_window
        {
          "lowest_frequency" => ["limits.lowest_speed", "the lowest frequency on this motor"],
          "highest_frequency" => ["limits.highest_speed", "the highest frequency on this motor"]
        }.filter_map do |fact, (key, reason)|
          speed = speed_of(given(fact)) or next
          propose(key, ([speed, highest].compact.min * RPM).round, reason, facts: [fact])
        end
      end

      def propose_ramps
        {
          "acceleration" => [wanted_acceleration, given("ramp_time") ? "as given" : "what Mechanics asks for"],
          "deceleration" => [wanted_deceleration, given("stop_time") ? "as given" : "as the ramp up"],
          "quick_stop" => [quick_deceleration, quick_note]
        }.flat_map do |name, (acceleration, reason)|
            speed, time = working_speed && step(acceleration)
            if speed
              [
                propose("ramps.#{name}_speed", speed, reason, facts: %w[ramp_time stop_time]),
                propose("ramps.#{name}_time", time, "seconds for that step", facts: %w[ramp_time stop_time])
              ]
            else
              []
            end
          end
          .compact
      end

      def propose_bands
        bands.flat_map do |n, middle, width|
          next [] unless pole_pairs
          [
            propose(
              "limits.skip_speed_#{n}",
              (speed_of(middle) * RPM).round,
              "the band on this motor",
              facts: ["skip_#{n}"]
            ),
            propose(
              "limits.skip_width_#{n}",
              (speed_of(width) * RPM).round,
              "the band on this motor",
              facts: ["skip_width_#{n}"]
            )
          ].compact
        end
      end
    end
  end
end
