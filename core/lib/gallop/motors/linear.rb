# frozen_string_literal: true

module Gallop
  module Motors
    # Permanent-magnet synchronous linear motor: a moving part with the winding above a track of magnets, or the other
    # way round. It is reckoned as a motor that turns once in a pole pair pitch (see Shaft): #si answers figures of
    # that shaft, facts and texts are of the slide.
    class Linear < Synchronous
      # fact => the figure of the shaft that it stands for, and its kind
      REAL = {
        "rated_force" => ["rated_torque", :torque],
        "rated_speed" => ["rated_speed", :speed],
        "top_speed" => ["top_speed", :speed],
        "force_constant" => ["torque_constant", :torque_constant],
        "voltage_constant" => ["voltage_constant", :voltage_constant],
        "moving_mass" => ["rotor_inertia", :inertia]
      }.freeze
      RECKONED = REAL.to_h { |fact, (figure, kind)| [figure, [fact, kind]] }.freeze

      FORM = Facts::Form.load("motors/linear")
      CABLE, SENSOR = Surroundings::FIELDS.partition { |field| field.key.start_with?("cable") }
      FIELDS = [
        *FORM[:part],
        *FORM[:track],
        *CABLE.map { |field| field.with(required: true, group: FORM[:track].first.group) },
        *FORM[:protection],
        *SENSOR.map { |field| field.with(group: FORM[:protection].first.group) },
        *PRINTED.reject { |field| field.key == "count_form" },
        *FORM[:printed]
      ].freeze
      FOLLOWS = { "force_constant" => %w[voltage_constant] }.freeze

      CONSEQUENCES = (%i[travel_on_magnets] + Synchronous::CONSEQUENCES - %i[rated_power]).freeze
      RULES =
        (
          %i[longer_than_track track_too_short pitch_too_fine] + Synchronous::RULES -
            %i[poles_odd pole_pairs_too_many losses_too_large]
        ).freeze
      PROPOSALS = (%i[propose_pitch] + Synchronous::PROPOSALS - %i[propose_pole_pairs]).freeze

      def self.surrounding = super + %w[track_length]

      def shaft = Shaft.sliding(pair_pitch&.to_f || Float::NAN)
      def pole_pairs_known = pair_pitch && 1
      def known(key)
        return given(key) if OF_THE_WINDING.include?(key)
        pair_pitch && (RECKONED.key?(key) || key == "pole_pairs") ? given(key) : nil
      end

      OF_THE_WINDING = %w[permitted_loss rated_current].freeze # alike, turning or not
      private_constant :OF_THE_WINDING

      # Of two magnets of one sign, as it was typed. @return [Rational, nil] m
      def pair_pitch
        pitch = exact("pole_pitch") or return
        pitch * (sheet["pitch_form"] == "pair" ? 1 : 2)
      end

      # What the magnets leave for the motion. @return [Float, nil] m
      def travel_of_track =
        sheet.si("track_length") && sheet.si("part_length") ? sheet.si("track_length") - sheet.si("part_length") : nil

      # @return [Float, nil] SI, of the shaft where the figure is one of motion
      def given(key)
        return pole_pairs_known if key.to_s == "pole_pairs"
        fact, kind = RECKONED[key.to_s]
        return super if fact.nil?
        real = sheet.si(fact)
        real ? reckoned(kind, real * factor(key.to_s)) : inferred(key.to_s)
      end

      private

      def fields(typed) = self.class.fields(typed) # cable and sensor stand among them
      def reckoned(kind, real) = pair_pitch && shaft.reckoned(kind, real)
      def named(facts) =
        facts.map { |key| key == "pole_pairs" ? "pole_pitch" : RECKONED.fetch(key.to_s, [key]).first }.uniq

      def propose_as_given(key, entry_key, reason = nil, facts: [key])
        kind = RECKONED[key]&.last or return super
        value = given(key)
        value && propose_of_shaft(entry_key, kind, value, reason || "as given", facts: facts)
      end

      def torque_constant_stated? = !sheet["force_constant"].nil?

      def travel_on_magnets
        return unless travel_of_track&.positive?
        consequence(
          "travel_on_magnets",
          "Travel that the track leaves",
          travel_of_track * 1e3,
          "mm",
          nil,
          "The whole moving part above magnets; further out the force falls."
        )
      end

      def longer_than_track
        return unless travel_of_track && travel_of_track <= 0
        blocker(
          "longer_than_track",
          "The moving part, #{show(sheet.si("part_length") * 1e3, "mm")}, is not shorter than the track of " \
            "#{show(sheet.si("track_length") * 1e3, "mm")}",
          because: "There is nowhere to go.",
          so: "Were the two exchanged?",
          facts: %w[part_length track_length]
        )
      end

      def track_too_short
        stroke = machine&.stage("mechanics")&.stroke_of_load
        return unless stroke && travel_of_track&.positive? && stroke > travel_of_track * 1.0001
        caution(
          "track_too_short",
          "The stroke of #{show(stroke * 1e3, "mm")} is longer than the #{show(travel_of_track * 1e3, "mm")} that " \
            "the track leaves",
          because: "Beyond the magnets the force falls with each millimetre, and the loops with it.",
          so: "A longer track, or a shorter stroke.",
          facts: %w[track_length part_length]
        )
      end

      def pitch_too_fine
        top = given("top_speed") or return
        frequency = top / (2 * Math::PI)
        limit = rating(:output_frequency)
        return if frequency <= limit
        blocker(
          "pitch_too_fine",
          "#{speed_text(top)} over a pole pitch of #{show(pair_pitch.to_f / 2 * 1e3, "mm")} " \
            "cannot be run on this drive",
          because: "That needs #{show(frequency, "Hz", 0)} at the motor; the drive ends at #{show(limit, "Hz", 0)}.",
          so: "Check whether the sheet counts north to north; else #{speed_text(limit * 2 * Math::PI)} at most.",
          facts: %w[pole_pitch top_speed]
        )
      end

      def propose_pitch =
        pair_pitch &&
          propose(
            "motor.pole_pair_pitch",
            pair_pitch.to_f * 1e3,
            sheet["pitch_form"] == "pair" ? "as given" : "two pole pitches",
            facts: %w[pole_pitch pitch_form]
          )
    end
  end
end
