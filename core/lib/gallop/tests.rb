# frozen_string_literal: true

module Gallop
  # The tests that can be run on a drive, in the order in which they are shown.
  module Tests
    # @!attribute stage [String] of Stages, where it is found @!attribute counting [Boolean] whether it needs a device
    # that counts @!attribute fine [Boolean] and with many counts @!attribute blind [Boolean] whether it is for drives
    # without one @!attribute seen_too [Symbol, nil] kind of motor for which it looks at one as well, where there is one
    # @!attribute optional [Boolean] whether a drive is identified without it @!attribute not_for
    # [Array<Symbol>] kinds of motor for which it makes no sense @!attribute only_for [Symbol, nil] the one for which it
    # does @!attribute braked [Boolean] whether it needs a holding brake that the drive commands @!attribute having
    # [String, nil] value that the drive has to have
    Row =
      Record.define(
        :id,
        :title,
        :stage,
        :words,
        counting: false,
        fine: false,
        blind: false,
        seen_too: nil,
        optional: false,
        not_for: [],
        only_for: nil,
        braked: false,
        having: nil
      ) do
        # @param has [Array<Symbol>] of :counts, :fine and :brake, what the drive has
        def fits?(profile, has)
          counts = has.include?(:counts)
          return false if having && profile[having].nil?
          return false if (braked && !has.include?(:brake)) || (fine && !has.include?(:fine))
          return false if only_for && only_for != profile.motor_kind
          (counts ? !blind || seen_too == profile.motor_kind : !counting) && !not_for.include?(profile.motor_kind)
        end
      end

    ALL = [
      Row.new(
        id: "hand_turn",
        title: "Counts a turn",
        stage: "feedback",
        counting: true,
        words: "turn by hand shaft push counts index halls wiring encoder"
      ),
      Row.new(
        id: "sensor_offset",
        title: "Offset of the current sensors",
        stage: "identify",
        words: "zero current sensor offset transducer shunt"
      ),
      Row.new(
        id: "winding",
        title: "Winding and current sensors",
        stage: "identify",
        words: "resistance inductance phase sensor current standstill measure identification motor cable"
      ),
      Row.new(
        id: "open_turn",
        title: "Turn by the field",
        stage: "identify",
        counting: true,
        not_for: %i[brushed induction],
        words: "commutation offset pole pairs counts direction halls wiring index open loop identification encoder"
      ),
      Row.new(
        id: "brake_times",
        title: "Holding brake",
        stage: "identify",
        counting: true,
        braked: true,
        not_for: %i[brushed induction],
        words: "brake release engage time delay coil slips identification"
      ),
      Row.new(
        id: "rotor",
        title: "Iron and cage",
        stage: "identify",
        only_for: :induction,
        words: "rotor resistance magnetising inductance no-load current leakage flux standstill identification"
      ),
      Row.new(
        id: "spin_alone",
        title: "Turn by the loops, uncoupled",
        stage: "identify",
        counting: true,
        optional: true,
        not_for: %i[induction linear],
        words: "torque constant rotor inertia friction smooth ripple closed loop uncoupled identification magnets"
      ),
      Row.new(
        id: "spin",
        title: "Turn by the loops",
        stage: "identify",
        counting: true,
        not_for: %i[induction],
        words:
          "torque constant inertia friction gravity load smooth ripple closed loop commutation identification magnets"
      ),
      Row.new(
        id: "response",
        title: "Frequency response",
        stage: "identify",
        counting: true,
        fine: true,
        optional: true,
        not_for: %i[induction],
        words:
          "resonance antiresonance bode frequency response two masses spring belt coupling stiffness coherence ring"
      ),
      Row.new(
        id: "travel",
        title: "Travel in a turn",
        stage: "identify",
        counting: true,
        optional: true,
        not_for: %i[induction linear],
        words: "travel measured lead gear ratio rule turn units feed constant mechanism"
      ),
      Row.new(
        id: "free_run",
        title: "Turn at two speeds",
        stage: "identify",
        blind: true,
        seen_too: :induction,
        words: "no-load current magnetising smooth ripple idle induction identification"
      ),
      Row.new(
        id: "speed_step",
        title: "Step of the speed",
        stage: "tune",
        counting: true,
        fine: true,
        not_for: %i[induction],
        words: "tune speed loop gain overshoot settling rehearsal predicted measured step response try"
      ),
      Row.new(
        id: "run_up",
        title: "Run-up",
        stage: "tune",
        only_for: :induction,
        words: "tune ramp current limit boost start swing oscillation slip acceleration frequency drive"
      ),
      Row.new(
        id: "position_move",
        title: "Move to a place",
        stage: "tune",
        counting: true,
        fine: true,
        having: "position.target",
        optional: true,
        not_for: %i[induction],
        words: "tune position loop following error path profile lag feed-forward rehearsal predicted measured move"
      ),
      Row.new(
        id: "quiet_moves",
        title: "Quiet moves",
        stage: "tune",
        counting: true,
        fine: true,
        having: "ramps.swing_frequency",
        optional: true,
        not_for: %i[induction],
        words: "tune vibration residual swing sway shaper jerk settling load rest spring belt quiet moves"
      ),
      Row.new(
        id: "self_tuning",
        title: "Automatic tuning",
        stage: "tune",
        counting: true,
        fine: true,
        optional: true,
        not_for: %i[induction],
        words: "tune automatic gains design notch autotune speed loop margins"
      ),
      Row.new(
        id: "wire_round",
        title: "Round of the wires",
        stage: "terminals",
        having: "terminals.input_1_function",
        words: "contacts wires inputs push button swapped bounce round prove terminal 24 V"
      ),
      Row.new(
        id: "analog_sweep",
        title: "Sweep of the analog signals",
        stage: "terminals",
        having: "terminals.analog_1_kind",
        optional: true,
        words: "potentiometer current loop ends noise broken wire scaling sweep analog signal"
      ),
      Row.new(
        id: "window_proof",
        title: "Window of speeds",
        stage: "terminals",
        having: "references.asked",
        optional: true,
        words: "lowest highest speed frequency potentiometer end window reference prove"
      ),
      Row.new(
        id: "pulse_learning",
        title: "Ends of the pulse",
        stage: "terminals",
        having: "pulse.function",
        optional: true,
        words: "transmitter stick remote control learn centre deadband pulse width lost signal"
      ),
      Row.new(
        id: "output_round",
        title: "Round of the outputs",
        stage: "terminals",
        having: "terminals.output_1_function",
        optional: true,
        words: "relay lamp output switch contactor wire prove terminal"
      ),
      Row.new(
        id: "reference_run",
        title: "Find the home point",
        stage: "motion",
        having: "homing.method",
        words: "home homing reference run switch index zero datum repeat limit"
      ),
      Row.new(
        id: "direction",
        title: "Direction",
        stage: "verify",
        words: "direction of rotation forward backward reverse"
      )
    ].freeze

    # @return [Array<Row>] that a stage shows
    def self.of(stage) = ALL.select { |row| row.stage == stage }

    # @param has [Array<Symbol>] what the drive has @return [Array<Row>] by which a stage is done with
    def self.due(stage, profile, has) = of(stage).select { |row| !row.optional && row.fits?(profile, has) }

    def self.fetch(id) = ALL.find { |row| row.id == id } || raise(KeyError, "no test “#{id}”")

    # Of a run that is kept, whose test there may be no more.
    def self.title(id) = ALL.find { |row| row.id == id }&.title || id
    def self.stage(id) = ALL.find { |row| row.id == id }&.stage || "verify"
  end
end
