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
      PITCH = { "pole" => "North to south", "pair" => "North to north" }.freeze

      FIELDS = [
        field(
          "type",
          "Moving part",
          "",
          nil,
          nil,
          "What is printed on the moving part. For the record.",
          text: true,
          required: false
        ),
        field(
          "rated_force",
          "Rated force",
          "N",
          0.01,
          100_000,
          "Force that the motor gives for ever, with its heat carried off as the data sheet asks."
        ),
        field("rated_speed", "Rated speed", "m/s", 0.001, 100, "Speed up to which the rated force is available."),
        field(
          "rated_current",
          "Rated current",
          "A",
          0.01,
          1000,
          "Current at rated force. Nearly all data sheets have it rms; where yours has the peak, say so below."
        ),
        field("peak_current", "Peak current", "A", 0.01, 3000, "Current that the motor stands for a short time."),
        field(
          "pole_pitch",
          "Pole pitch",
          "mm",
          0.5,
          1000,
          "From one magnet to the next of the other sign; where the sheet has the distance " \
            "of two of one sign, say so below."
        ),
        field(
          "force_constant",
          "Force constant",
          "N/A",
          0.01,
          10_000,
          "Force for each ampere, rms or peak as the currents are. Not needed where the voltage constant is given."
        ),
        field(
          "voltage_constant",
          "Voltage constant",
          "V·s/m",
          0.01,
          10_000,
          "Back-EMF at 1 m/s. Gives the force constant, or checks it.",
          required: false
        ),
        field(
          "line_resistance",
          "Winding resistance",
          "Ω",
          0.001,
          1000,
          "At 20 °C, between two motor wires; where the sheet has the figure of one phase, say so below."
        ),
        field(
          "line_inductance",
          "Winding inductance",
          "mH",
          0.001,
          10_000,
          "Between two motor wires; where the sheet has the figure of one phase, say so below."
        ),
        field(
          "moving_mass",
          "Mass of the moving part",
          "kg",
          0.001,
          100_000,
          "What the motor itself moves: the winding or the magnets, with its plate."
        ),
        field(
          "part_length",
          "Length of the moving part",
          "mm",
          1,
          100_000,
          "Along the way; of its active length.",
          group: "Moving part, track and cable"
        ),
        field(
          "track_length",
          "Length of the magnet track",
          "mm",
          1,
          1_000_000,
          "All magnets together, or the length of the winding where the magnets move.",
          group: "Moving part, track and cable"
        ),
        *Surroundings::FIELDS
          .reject { |field| field.key == "sensor" }
          .map { |field| field.with(required: true, group: "Moving part, track and cable") },
        field(
          "thermal_time",
          "Winding time constant",
          "s",
          0.5,
          36_000,
          "How fast the winding warms. From the data sheet.",
          required: false,
          group: "Protection"
        ),
        field(
          "top_speed",
          "Top speed allowed",
          "m/s",
          0.001,
          100,
          "Highest speed that motor and machine may reach.",
          group: "Protection"
        ),
        *Surroundings::FIELDS.select { |field| field.key == "sensor" }.map { |field| field.with(group: "Protection") },
        field(
          "current_form",
          "Currents are",
          "",
          nil,
          nil,
          "rms is reckoned with where nothing is said.",
          choices: NameplateForms::CURRENT,
          required: false,
          group: "As it is printed"
        ),
        field(
          "winding_form",
          "Resistance and inductance are",
          "",
          nil,
          nil,
          "Between two lines is reckoned with where nothing is said.",
          choices: NameplateForms::WINDING,
          required: false,
          group: "As it is printed"
        ),
        field(
          "pitch_form",
          "Pole pitch is",
          "",
          nil,
          nil,
          "North to south is reckoned with where nothing is said.",
          choices: PITCH,
          required: false,
          group: "As it is printed"
        ),
        field(
          "voltage_form",
          "Voltage constant is of",
          "",
          nil,
          nil,
          "Two lines, rms, is reckoned with where nothing is said.",
          choices: NameplateForms::VOLTAGE,
          required: false,
          group: "As it is printed"
        )
      ].freeze

      CONSEQUENCES = (%i[travel_on_magnets] + Synchronous::CONSEQUENCES - %i[rated_power]).freeze
      RULES =
        (
          %i[longer_than_track track_too_short pitch_too_fine] + Synchronous::RULES -
            %i[poles_odd pole_pairs_too_many losses_too_large]
        ).freeze
      PROPOSALS = (%i[propose_pitch] + Synchronous::PROPOSALS - %i[propose_pole_pairs]).freeze

      # The force constant follows from the voltage constant, where that is given.
      def self.fields(typed)
        return FIELDS if typed.transform_keys(&:to_s)["voltage_constant"].to_s.strip.empty?
        FIELDS.map { |field| field.key == "force_constant" ? field.with(required: false) : field }
      end

      def self.surrounding = super + %w[track_length]

      def shaft = Shaft.sliding(pair_pitch&.to_f || Float::NAN)
      def pole_pairs_known = pair_pitch && 1
      def known(key) = pair_pitch && (RECKONED.key?(key) || key == "pole_pairs") ? si(key) : nil

      # Of two magnets of one sign, as it was typed. @return [Rational, nil] m
      def pair_pitch
        pitch = sheet["pole_pitch"] or return
        pitch.to_s.to_r / 1000 * (sheet["pitch_form"] == "pair" ? 1 : 2)
      end

      # What the magnets leave for the motion. @return [Float, nil] m
      def travel_of_track =
        sheet.si("track_length") && sheet.si("part_length") ? sheet.si("track_length") - sheet.si("part_length") : nil

      # @return [Float, nil] SI, of the shaft where the figure is one of motion
      def si(key)
        return pole_pairs_known if key.to_s == "pole_pairs"
        fact, kind = RECKONED[key.to_s]
        return super if fact.nil?
        given = sheet.si(fact)
        given ? reckoned(kind, given * factor(key.to_s)) : inferred(key.to_s)
      end

      private

      def fields(typed) = self.class.fields(typed)
      def reckoned(kind, real) = pair_pitch && shaft.reckoned(kind, real)
      def named(facts) =
        facts.map { |key| key == "pole_pairs" ? "pole_pitch" : RECKONED.fetch(key.to_s, [key]).first }.uniq
      def finding(*words, facts: [], **more) = super(*words, facts: named(facts), **more)
      def propose(entry_key, figure, reason, facts: []) = super(entry_key, figure, reason, facts: named(facts))

      def take_over(key, entry_key, reason = nil, facts: [key])
        kind = RECKONED[key]&.last or return super
        value = si(key)
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
        top = si("top_speed") or return
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
