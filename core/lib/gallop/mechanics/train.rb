# frozen_string_literal: true

module Gallop
  module Mechanics
    # Gear and mechanism between motor and load, what the load weighs and what is asked of it. Angles and torques are
    # reflected to the motor's shaft: with the gear ratio i (motor turns an output turn) and the travel r an output
    # radian,
    #
    #   J = J_motor side + (J_output + m r²) / (i² η),  T = (F r + T_output) / (i η)
    #
    # (e.g. Gross, Hamann, Wiegärtner: Electrical Feed Drives in Automation, ch. 3).
    class Train < FactStage
      include TrainFigures
      include TrainRules
      include TrainProposals
      include Winder

      MECHANISMS = {
        "direct" => "Nothing: the load sits on the shaft",
        "screw" => "Screw",
        "belt" => "Belt and pulley",
        "rack" => "Rack and pinion",
        "table" => "Rotary table",
        "roller" => "Roller",
        "winder" => "Winder",
        "wheel" => "Wheel",
        "measured" => "Not known: travel measured"
      }.freeze
      LINEAR = %w[screw belt rack roller wheel measured].freeze
      UNITS = {
        "nm" => Rational(1, 1_000_000_000),
        "µm" => Rational(1, 1_000_000),
        "cm" => Rational(1, 100),
        "in" => Rational(254, 10_000),
        "0.01 mm" => Rational(1, 100_000),
        "0.1 mm" => Rational(1, 10_000),
        "mm" => Rational(1, 1000),
        "mil" => Rational(254, 10_000_000),
        "0.001°" => Rational(1, 360_000),
        "0.01°" => Rational(1, 36_000),
        "°" => Rational(1, 360),
        "turn" => Rational(1)
      }.freeze

      MECHANISM =
        field(
          "mechanism",
          "Mechanism",
          "",
          nil,
          nil,
          "What turns the motor's rotation into the machine's motion.",
          choices: MECHANISMS,
          group: "Mechanism"
        )
      GEAR = [
        field(
          "gear_motor",
          "Gear, motor turns",
          "",
          1,
          1_000_000,
          "Motor turns for the output turns below: 7 to 2 is exact, 3.5 is as well. Teeth of the driven wheel " \
            "count as motor turns.",
          whole: true,
          required: false,
          step: 1,
          group: "Gear"
        ),
        field(
          "gear_output",
          "Gear, output turns",
          "",
          1,
          1_000_000,
          "Output turns for the motor turns above; teeth of the driving wheel.",
          whole: true,
          required: false,
          step: 1,
          group: "Gear"
        ),
        field(
          "gear_2_motor",
          "Second stage, turns in",
          "",
          1,
          1_000_000,
          "Of a second gear or belt behind the first.",
          whole: true,
          required: false,
          step: 1,
          group: "Gear"
        ),
        field(
          "gear_2_output",
          "Second stage, turns out",
          "",
          1,
          1_000_000,
          "Output turns for the turns above.",
          whole: true,
          required: false,
          step: 1,
          group: "Gear"
        ),
        field(
          "gear_efficiency",
          "Efficiency",
          "%",
          5,
          100,
          "Of gear and mechanism together; 100 % is reckoned where nothing is given.",
          required: false,
          group: "Gear"
        ),
        field(
          "gear_speed",
          "Permitted input speed",
          "rpm",
          1,
          100_000,
          "Highest speed at the gearbox's input, from its data sheet.",
          required: false,
          group: "Gear"
        )
      ].freeze
      MEASURED = [
        field(
          "measured_turns",
          "Output turns commanded",
          "turn",
          0.01,
          100_000,
          "More turns make the error of the measurement smaller.",
          group: "Mechanism"
        ),
        field(
          "measured_travel",
          "Travel measured",
          "mm",
          0.0001,
          1e7,
          "What the load moved by in these turns.",
          group: "Mechanism"
        )
      ].freeze
      CHECKED = MEASURED.map { |row| row.with(required: false, group: "Measured") }.freeze
      TRAVEL = {
        "screw" => [
          field(
            "lead",
            "Screw lead",
            "mm",
            0.01,
            1000,
            "Travel of the nut in one turn of the screw: pitch times starts.",
            group: "Mechanism"
          )
        ],
        "belt" => [
          field(
            "teeth",
            "Pulley teeth",
            "",
            6,
            1000,
            "Teeth of the driven pulley.",
            whole: true,
            step: 1,
            group: "Mechanism"
          ),
          field("pitch", "Belt pitch", "mm", 0.5, 100, "Distance of two teeth.", group: "Mechanism")
        ],
        "rack" => [
          field("teeth", "Pinion teeth", "", 6, 1000, "Teeth of the pinion.", whole: true, step: 1, group: "Mechanism"),
          field(
            "pitch",
            "Tooth pitch",
            "mm",
            0.5,
            200,
            "Distance of two teeth along the rack; π times the module.",
            group: "Mechanism"
          )
        ],
        "roller" => [
          field(
            "diameter",
            "Roller diameter",
            "mm",
            1,
            10_000,
            "At the surface that carries the web.",
            group: "Mechanism"
          )
        ],
        "wheel" => [
          field("diameter", "Wheel diameter", "mm", 1, 10_000, "Rolling diameter, under load.", group: "Mechanism")
        ],
        "winder" => [
          field(
            "core_diameter",
            "Core diameter",
            "mm",
            1,
            10_000,
            "Of the empty core, where it turns fastest.",
            group: "Mechanism"
          ),
          field(
            "full_diameter",
            "Full diameter",
            "mm",
            1,
            10_000,
            "Of the full roll, where it is heaviest.",
            group: "Mechanism"
          ),
          field("web_width", "Web width", "mm", 1, 20_000, "Length of the roll.", group: "Mechanism"),
          field(
            "web_density",
            "Density of the roll",
            "kg/m³",
            10,
            20_000,
            "Mass of the full roll over its volume, air included; woven fabric lies around 500.",
            group: "Mechanism"
          )
        ],
        "measured" => MEASURED
      }.freeze
      LINEAR_LOAD = [
        field(
          "load_mass",
          "Moved mass",
          "kg",
          0,
          100_000,
          "Everything that moves along, workpiece included.",
          group: "Load"
        ),
        field(
          "slope",
          "Slope",
          "°",
          -90,
          90,
          "0 is level, 90 straight up in the positive direction.",
          required: false,
          group: "Load"
        ),
        field(
          "counterweight",
          "Counterweight",
          "kg",
          0,
          100_000,
          "Mass that balances the load on a slope; it moves along and counts as inertia.",
          required: false,
          group: "Load"
        ),
        field(
          "friction_force",
          "Friction force",
          "N",
          0,
          1_000_000,
          "Against any motion.",
          required: false,
          group: "Load"
        ),
        field(
          "process_force",
          "Process force",
          "N",
          -1_000_000,
          1_000_000,
          "Against the positive direction, while the machine works.",
          required: false,
          group: "Load"
        )
      ].freeze
      ROTARY_LOAD = [
        field("load_inertia", "Load inertia", "kg·cm²", 0, 1e9, "At the output shaft.", group: "Load"),
        field(
          "friction_torque",
          "Friction torque",
          "N·m",
          0,
          100_000,
          "At the output shaft, against any motion.",
          required: false,
          group: "Load"
        ),
        field(
          "process_torque",
          "Process torque",
          "N·m",
          -100_000,
          100_000,
          "At the output shaft, against the positive direction.",
          required: false,
          group: "Load"
        )
      ].freeze
      WINDER_LOAD = [
        field(
          "core_inertia",
          "Inertia of the empty core",
          "kg·cm²",
          0,
          1e9,
          "With its shaft.",
          required: false,
          group: "Load"
        ),
        field("web_tension", "Web tension", "N", 0, 100_000, "Of the whole width.", required: false, group: "Load"),
        field(
          "friction_torque",
          "Friction torque",
          "N·m",
          0,
          100_000,
          "At the roll, against any motion.",
          required: false,
          group: "Load"
        )
      ].freeze
      MATERIALS = { "7850" => "Steel", "2700" => "Aluminium", "8500" => "Brass", "1400" => "Plastic" }.freeze
      PARTS = [
        field(
          "cylinder_diameter",
          "Cylinder on the output, diameter",
          "mm",
          0.1,
          10_000,
          "A screw, drum or pulley that is not in the load yet: its inertia from its dimensions.",
          required: false,
          group: "Load"
        ),
        field(
          "cylinder_length",
          "Cylinder on the output, length",
          "mm",
          0.1,
          20_000,
          "Length of it.",
          required: false,
          group: "Load"
        ),
        field(
          "cylinder_material",
          "Cylinder on the output, of",
          "",
          nil,
          nil,
          "What it is made of; steel is reckoned with where nothing is said.",
          choices: MATERIALS,
          required: false,
          group: "Load"
        ),
        field(
          "motor_side_inertia",
          "Inertia on the motor shaft",
          "kg·cm²",
          0,
          1e7,
          "Coupling, gearbox input, pulley: what turns with the motor besides its rotor.",
          required: false,
          group: "Load"
        ),
        field(
          "output_inertia",
          "Inertia on the output shaft",
          "kg·cm²",
          0,
          1e9,
          "Screw, drum, pinion: what turns with the output besides the load.",
          required: false,
          group: "Load"
        )
      ].freeze
      STIFFNESS = {
        true =>
          field(
            "stiffness",
            "Stiffness of the path",
            "N/µm",
            1e-6,
            1e6,
            "Of belt, screw or rack between motor and load, seen at the load.",
            required: false,
            group: "Load"
          ),
        false =>
          field(
            "stiffness",
            "Stiffness of the shaft",
            "N·m/rad",
            1e-3,
            1e9,
            "Between motor and load, seen at the output.",
            required: false,
            group: "Load"
          )
      }.freeze
      LAWS = {
        "constant" => "Constant: conveyors, hoists",
        "linear" => "Rising with speed: calenders, mixers",
        "quadratic" => "Rising with its square: fans, pumps"
      }.freeze
      LAW =
        field(
          "load_law",
          "Torque over speed",
          "",
          nil,
          nil,
          "How the load's torque goes with its speed.",
          choices: LAWS,
          required: false,
          group: "Load"
        )
      WINDER_MOTION = [
        field(
          "web_speed",
          "Web speed",
          "m/min",
          0.0001,
          10_000,
          "Highest speed of the web.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "web_acceleration",
          "Web acceleration",
          "m/s²",
          0.0001,
          1000,
          "Of the web.",
          required: false,
          group: "Asked of it"
        )
      ].freeze
      LINEAR_MOTION = [
        field(
          "speed",
          "Speed",
          "m/min",
          0.0001,
          10_000,
          "Highest speed of the load.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "acceleration",
          "Acceleration",
          "m/s²",
          0.0001,
          1000,
          "Of the load.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "stroke",
          "Stroke",
          "mm",
          0.001,
          1e7,
          "Longest move; for the unit factors and the duty cycle.",
          required: false,
          group: "Asked of it"
        )
      ].freeze
      ROTARY_MOTION = [
        field(
          "speed",
          "Speed",
          "rpm",
          0.0001,
          100_000,
          "Highest speed of the output shaft.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "acceleration",
          "Acceleration",
          "rpm/s",
          0.0001,
          1e7,
          "Of the output shaft.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "stroke",
          "Stroke",
          "turn",
          0.0001,
          1e6,
          "Longest move; for the unit factors and the duty cycle.",
          required: false,
          group: "Asked of it"
        )
      ].freeze
      DUTY = [
        field(
          "cycle_time",
          "Time of a cycle",
          "s",
          0.001,
          36_000,
          "One move there and the rest after it. With stroke, speed and acceleration it gives the RMS torque.",
          required: false,
          group: "Asked of it"
        ),
        field(
          "unit",
          "User unit of position",
          "",
          nil,
          nil,
          "What the controller counts in.",
          choices: UNITS.to_h { |unit, _| [unit, unit] },
          required: false,
          group: "Units"
        )
      ].freeze

      CONSEQUENCES = %i[
        measured_travel
        travel_a_turn
        roll_inertia
        winder_speeds
        winder_torques
        cylinder_inertia
        inertia_at_motor
        inertia_ratio
        resonance
        anti_resonance
        load_law_says
        motor_speed
        gravity_torque
        friction_at_motor
        acceleration_torque
        peak_torque
        rms_torque
        unit_factor
      ].freeze
      RULES = %i[
        half_a_gear
        half_a_measurement
        travel_differs
        roll_turned
        resonance_low
        gearbox_too_fast
        motor_too_fast
        torque_beyond_motor
        rms_beyond_motor
        inertia_ratio_large
        load_falls
        slope_without_mass
        unit_does_not_fit
        unit_not_exact
      ].freeze
      PROPOSALS = %i[propose_load_law propose_inertia propose_gear propose_feed propose_friction propose_gravity].freeze

      # The mechanism decides what else is asked for.
      def self.fields(typed)
        mechanism = (typed["mechanism"] || typed[:mechanism]).to_s
        return [MECHANISM] unless MECHANISMS.key?(mechanism)
        linear = LINEAR.include?(mechanism)
        [
          MECHANISM,
          *TRAVEL.fetch(mechanism, []),
          *GEAR,
          *loads(mechanism, linear),
          *PARTS,
          STIFFNESS.fetch(linear),
          *motions(mechanism, linear),
          *DUTY,
          *(linear && mechanism != "measured" ? CHECKED : [])
        ]
      end

      def self.loads(mechanism, linear)
        return WINDER_LOAD if mechanism == "winder"
        linear ? LINEAR_LOAD : ROTARY_LOAD + [LAW]
      end

      def self.motions(mechanism, linear)
        return WINDER_MOTION if mechanism == "winder"
        linear ? LINEAR_MOTION : ROTARY_MOTION
      end
      private_class_method :loads, :motions

      # What other stages rest on: inertia of all that moves, gravity at the motor, and whether it wins against
      # friction.
      # @return [Float, nil] kg·m², N·m
      def inertia_of_all = whole_inertia
      def torque_of_gravity = gravity
      def load_comes_down? = !gravity.nil? && gravity.abs > friction.to_f && gravity.abs.positive?

      # Of the load in one turn of the motor; nil where the load turns. @return [Float, nil] m
      def travel_of_motor_turn = linear? && travel ? (travel / gear).to_f : nil

      # @return [Float, nil] turns of the motor in the longest move
      def stroke_in_motor_turns = si("stroke") && radius ? si("stroke") / radius * gear / (2 * Math::PI) : nil

      # Motor turns for a metre of the load, or for a radian where it turns. @return [Float, nil]
      def motor_turns_a_unit = radius && gear / (radius * 2 * Math::PI)
      # Motor turns an output turn. @return [Rational]
      def gear_ratio = gear
      # Whether the load goes along a line; nil as long as nobody says.
      def along_a_line? = mechanism && linear?

      # The cycle as the motor feels it: mean speed and RMS torque. @return [Array(Float, Float), nil] rad/s, N·m
      def cycle = duty&.fetch(:torque) && [stroke_in_motor_turns * 2 * Math::PI / si("cycle_time"), duty[:torque]]

      # Of the motor, for the speed that is asked of the load. @return [Float, nil] rad/s, rad/s², N·m
      def demanded_speed = top_speed&.to_f
      def demanded_acceleration = angular_acceleration&.to_f
      def demanded_torque = largest_torque
      def permitted_speed = si("gear_speed")
      def torque_of_friction = friction
      # @return [Float, nil] m, rad where the load turns
      def stroke_of_load = si("stroke")
      def goes_and_returns? = %w[screw rack belt].include?(mechanism)

      # What this mechanism does not ask for is not there.
      def si(key) = sheet.asks?(key) ? super : wound(key.to_s)

      private

      def fields(typed) = self.class.fields(typed)
    end
  end
end
