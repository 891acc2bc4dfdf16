# frozen_string_literal: true

module Gallop
  module Identify
    # What a winding's measurement says in words, and what it proposes.
    class WindingFindings
      include Findings
      include Told

      MATCH = 0.03 # by which the gains of both channels may differ
      SALIENT = 1.1
      KEYS = {
        induction: {
          resistance: "motor.stator_resistance"
        },
        default: {
          resistance: "motor.phase_resistance",
          inductance: "motor.phase_inductance"
        }
      }.freeze

      WARM = 1.31 # of the resistance, 80 K warmer (copper, 0.00393 a kelvin)
      LESS = 0.97 # of the rated current, that is less

      # @param heat [Heat, nil] what the winding may give off, and the current that its sheet permits
      # @param kind [Symbol] of motor @param found [Winding::Found] @param assignment [Assignment, nil] of the current
      # channels, as the drive has it
      def initialize(kind, found, assignment: nil, heat: nil)
        @heat = heat
        @assignment = assignment
        @kind = kind
        @found = found
        @reading = found.reading
      end

      def headline
        return "#{findings.first.headline}." if findings.first&.blocker?
        parts = [shown(@found.resistance, "Ω")]
        parts << shown(1000 * inductance, "mH") if keys.key?(:inductance)
        "#{parts.join(" and ")} #{@kind == :brushed ? "between both wires" : "a phase, with the cable"}."
      end

      def rows
        rows = [["Resistance", with(@found.resistance, @found.resistance_uncertainty, "Ω")]]
        rows.push(*inductance_rows) if @found.low
        rows << ["Current by the permitted loss", "#{shown(current_by_heat, "A")} at 80 K more"] if heated?
        if matches?
          rows << ["Taken by the stage, of a phase", shown(@found.stage, "V")] if @found.stage
          rows << ["Current sensors", "gain #{phase(:u)} to #{phase(:v)} #{Kernel.format("%.3f", @found.gain_ratio)}"]
        end
        rows
      end

      def findings
        @findings ||= Finding.in_order([open_phase, exchanged, reversed, unmatched, too_hot].compact)
      end

      # Where channels are wrong, and nothing else is, what puts them right; else the winding.
      # @return [Array<Estimate>]
      def estimates
        return winding if @reading.sound?
        @assignment && @reading.open.nil? ? [assignment] : []
      end

      private

      def winding
        list = [
          Estimate.new(key: keys[:resistance], figure: @found.resistance, uncertainty: @found.resistance_uncertainty)
        ]
        list << rated_current if too_hot
        list << stage_voltage if @kind == :induction && @found.stage
        return list unless keys.key?(:inductance)
        list << Estimate.new(
          key: keys[:inductance],
          figure: 1000 * inductance,
          uncertainty: 1000 * @found.inductance_uncertainty
        )
      end

      # Whether what is permitted can be held against what was measured.
      def heated? = @heat && @reading.sound?

      # A rms at which the warm winding gives off what it may: P = m R I².
      def current_by_heat = Math.sqrt(@heat.loss / (PHASES.fetch(@kind, 3) * WARM * @found.resistance))

      PHASES = { brushed: 1, stepper: 2 }.freeze
      private_constant :PHASES

      # The smaller of both is what the winding stands.
      def too_hot
        return unless heated? && current_by_heat < LESS * @heat.rated_current
        caution(
          "too_hot",
          "#{shown(@heat.rated_current, "A")} are too much for #{shown(@heat.loss, "W")}",
          because:
            "The measured resistance, warm by 80 K, takes #{shown(@heat.loss, "W")} at " \
              "#{shown(current_by_heat, "A")}: the smaller of both currents is what the winding stands.",
          so: "Take the smaller current over, or look whether the cable makes much of the resistance.",
          values: ["motor.rated_current"]
        )
      end

      def rated_current
        Estimate.new(
          key: "motor.rated_current",
          figure: current_by_heat,
          uncertainty: 0.5 * current_by_heat * @found.resistance_uncertainty / @found.resistance
        )
      end

      def stage_voltage
        Estimate.new(
          key: "output.stage_voltage",
          figure: @found.stage,
          uncertainty: [2 * @found.resistance_uncertainty, STAGE_SURE].max
        )
      end

      STAGE_SURE = 0.05 # V
      private_constant :STAGE_SURE

      def assignment
        Estimate.new(key: Assignment::KEY, figure: @assignment.corrected(@reading).code, uncertainty: 0.0)
      end

      def keys = KEYS.fetch(@kind, KEYS[:default])
      def inductance = (@found.low + @found.high) / 2
      def matches? = !@found.gain_ratio.nil? && @reading.sound?
      def millihenries(figure) = with(1000 * figure, 1000 * @found.inductance_uncertainty, "mH")

      def inductance_rows
        return [["Inductance", millihenries(inductance)]] if @kind == :brushed
        return [["Leakage of stator and rotor", millihenries(inductance)]] if @kind == :induction
        buried = @found.high / @found.low > SALIENT ? ": the magnets are buried" : ""
        [
          ["Inductance, smaller axis", millihenries(@found.low)],
          ["Inductance, larger axis", millihenries(@found.high) + buried]
        ]
      end

      # Two phases at right angles are A and B.
      def phase(name) = (@kind == :stepper ? { u: :a, v: :b }.fetch(name, name) : name).to_s.upcase

      def open_phase
        return unless @reading.open
        name = phase(@reading.open)
        blocker(
          "phase_open",
          "No current flows in phase #{name}",
          because: "With voltages in every direction the currents are those of a motor whose wire #{name} is loose.",
          so: "Look at the wire #{name} at the drive, at the plug and at the motor; nothing in software helps."
        )
      end

      def exchanged
        return unless @reading.exchanged
        blocker(
          "sensors_exchanged",
          "The current sensors of phases #{phase(:u)} and #{phase(:v)} are exchanged",
          because:
            "A voltage along #{phase(:u)} lets the sensor of #{phase(:v)} show its current, and the other way round.",
          so: "Exchange the plugs of both sensors, or take the assignment over. The loop would be unstable as it is."
        )
      end

      def reversed
        names = @reading.reversed.map { |one| phase(one) }
        return if names.empty?
        blocker(
          "sensors_reversed",
          names.one? ? "The current sensor of #{names.first} counts backward" : "Both current sensors count backward",
          because: "The current that is shown flows against the voltage that stands on the motor.",
          so:
            "Turn the wire through the sensor, or its plug; or take the assignment over. The current loop would run " \
              "away as it is."
        )
      end

      def unmatched
        return unless matches?
        ratio = @found.gain_ratio
        return if (ratio - 1).abs < MATCH
        caution(
          "sensors_unmatched",
          "The sensor of phase #{phase(:u)} shows #{Kernel.format("%+.1f", (ratio - 1) * 100)} % against that of " \
            "#{phase(:v)}",
          because: "The torque then ripples with twice the electrical frequency.",
          so: "Let the sensors be examined; sound ones differ by less than #{(MATCH * 100).round} %."
        )
      end

      def with(figure, uncertainty, unit) = "#{shown(figure, unit)} ± #{shown(uncertainty, unit, figure)}"
    end
  end
end
