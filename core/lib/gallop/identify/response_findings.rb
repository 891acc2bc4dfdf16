# frozen_string_literal: true

module Gallop
  module Identify
    # What the answer of the mechanics says in words.
    class ResponseFindings
      include Findings
      include Told

      OTHER = 0.3 # of the inertia that is set, beyond which it is another machine
      CLEAR = 2.0 # times the model, that a peak has which it does not know

      # @param machine [SpinMachine] @param tones [Array<ResponseSpectra::Tone>] @param fit [ResponseFit]
      # @raise [Undecided]
      def initialize(machine, tones, fit)
        @machine = machine
        @tones = tones
        @fit = fit
        refuse_unsure
      end

      def headline
        return "#{findings.first.headline}." if model.nil?
        return "It rings at #{hertz(model.resonance)}#{against}." if rings?
        mass = @fit.whole? ? "One mass of #{told(:inertia, model.inertia)}: nothing" : "Nothing"
        "#{mass} rings from #{hertz(lowest)} to #{hertz(highest)}."
      end

      def rows
        [
          *(@fit.whole? ? [["#{word(:inertia).capitalize} in all", told(:inertia, model.inertia)]] : []),
          *(rings? ? ringing_rows : []),
          ["Sure", "#{@fit.tones.size} of #{@tones.size} tones, #{hertz(lowest)} to #{hertz(highest)}"],
          *(model ? [["The model misses them by", percent(model.error)]] : [])
        ]
      end

      def findings = @findings ||= Finding.in_order([unknown, rings, other_inertia, unseen_below, *further].compact)

      private

      def model = @fit.model
      def rings? = @fit.rings?
      def lowest = @fit.tones.first.frequency
      def highest = @fit.tones.last.frequency
      def word(thing) = @machine.shaft.word(thing)
      def told(kind, figure) = shown(*@machine.shaft.told(kind, figure).first(2))
      def hertz(figure) = Quantities.format(figure, "Hz", figure < 100 ? 1 : 0)

      def refuse_unsure
        return if @fit.possible?
        raise Undecided,
              "Only #{@fit.tones.size} of #{@tones.size} tones could be told from friction and noise. A higher " \
                "gait permits more #{word(:torque)}, more room a quicker turning."
      end

      def sure(measure)
        figure = model.public_send(measure)
        "#{hertz(figure)} ± #{percent(@fit.uncertainty(measure) / figure)}"
      end

      def against = model.antiresonance ? ", and hardly moves at #{hertz(model.antiresonance)}" : ""

      def ringing_rows
        [["Resonance", sure(:resonance)], ["Damping of it", percent(model.damping)], *antiresonance_rows]
      end

      def antiresonance_rows
        return [["Antiresonance", "could not be told: too low, or hidden in noise"]] unless model.antiresonance
        near = model.inertia * (model.antiresonance / model.resonance)**2
        [
          ["Antiresonance", sure(:antiresonance)],
          ["At the motor, and behind the spring", "#{told(:inertia, near)}, #{told(:inertia, model.inertia - near)}"]
        ]
      end

      def rings
        return unless rings?
        note(
          "rings",
          "The mechanics ring at #{hertz(model.resonance)}",
          because: "A spring lies between motor and load, and both swing against each other there.#{load_alone}",
          so: "The speed loop has to stay well below; a notch of the torque filters there lets it come nearer."
        )
      end

      def load_alone
        return unless model.antiresonance
        " At #{hertz(model.antiresonance)} the load swings alone, and the motor hardly moves."
      end

      def unknown
        return if model
        caution(
          "no_model",
          "Neither one mass nor two with a spring answer like this",
          because: "The better of both misses the tones by #{percent(best_error)} on average.",
          so: "Look at the drawing for its peaks; play, loose couplings and further masses look so."
        )
      end

      def best_error = @fit.one_mass.error

      def other_inertia
        set = @machine.rotor_inertia + @machine.load_inertia
        return if !@fit.whole? || set.zero? || ((model.inertia - set) / set).abs < OTHER
        caution(
          "other_inertia",
          "#{told(:inertia, model.inertia)} answer, and #{told(:inertia, set)} are set",
          because: "What is given ahead, and the gains that follow from it, are for what is set.",
          so: "Turn it by the loops, and take that figure over.",
          values: %w[speed_loop.load_inertia motor.rotor_inertia]
        )
      end

      def unseen_below
        return if model.nil? || @fit.whole?
        note(
          "unseen_below",
          "Below #{hertz(lowest)} nothing could be told",
          because: "Friction and noise are stronger there than what the permitted #{word(:torque)} does.",
          so: "A higher gait permits more; what rings below stays unseen."
        )
      end

      # Peaks that the model knows nothing of.
      def further
        return [] unless model
        over = @fit.tones.map { |tone| tone.gain.abs / model.at(tone.frequency).abs }
        (1...(over.size - 1))
          .select { |n| over[n] > CLEAR && over[n] >= over[n - 1] && over[n] >= over[n + 1] }
          .first(2)
          .map { |n| further_peak(@fit.tones[n].frequency, over[n]) }
      end

      def further_peak(frequency, times)
        note(
          "further_#{frequency.round}",
          "Something else rings at about #{hertz(frequency)}",
          because: "It answers #{Quantities.format(times, nil, 1)} times as strongly there as two masses would.",
          so: "A second notch may be needed there."
        )
      end
    end
  end
end
