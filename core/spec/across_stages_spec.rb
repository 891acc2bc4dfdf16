# frozen_string_literal: true

require_relative "core_helper"

# Findings that rest on more than one stage, each where it appears and just beside. The stages of a case replace those
# of the machine; stage: is where it is looked for.
RSpec.describe Gallop::Machine do
  ACROSS_SERVO = {
    "rated_torque" => "2.38",
    "rated_speed" => "3000",
    "rated_current" => "2.8",
    "peak_current" => "8.4",
    "pole_pairs" => "4",
    "torque_constant" => "0.85",
    "line_resistance" => "6.4",
    "line_inductance" => "22",
    "rotor_inertia" => "0.95",
    "thermal_time" => "30",
    "top_speed" => "3000"
  }.freeze
  ACROSS_CAGE = {
    "rated_power" => "1.5",
    "rated_voltage" => "400",
    "rated_current" => "3.3",
    "rated_frequency" => "50",
    "rated_speed" => "1425",
    "power_factor" => "0.79",
    "top_speed" => "1500"
  }.freeze
  # 20 m/min on a drum of 100 mm over 20 to 1
  ACROSS_HOIST = {
    "mechanism" => "roller",
    "diameter" => "100",
    "gear_motor" => "20",
    "gear_output" => "1",
    "load_mass" => "300",
    "slope" => "90",
    "speed" => "20",
    "acceleration" => "0.3",
    "stroke" => "4000"
  }.freeze
  ACROSS_BRAKED = {
    "mains_voltage" => "400",
    "resistor" => "180",
    "resistor_power" => "200",
    "resistor_pulse" => "2500"
  }.freeze
  ACROSS_AXIS = {
    "mechanism" => "belt",
    "teeth" => "25",
    "pitch" => "5",
    "load_mass" => "10",
    "speed" => "60",
    "acceleration" => "4",
    "stroke" => "500"
  }.freeze
  ACROSS_TABLE = { "mechanism" => "table", "load_inertia" => "1", "speed" => "600", "acceleration" => "2000" }.freeze
  ACROSS_PACK = {
    "chemistry" => "nmc",
    "series" => "13",
    "parallel" => "4",
    "capacity" => "2.5",
    "discharge" => "10",
    "charge" => "2",
    "stop_speed" => "1000",
    "stop_time" => "0.5"
  }.freeze
  ACROSS_TUG = {
    "mechanism" => "wheel",
    "diameter" => "200",
    "gear_motor" => "15",
    "gear_output" => "1",
    "load_mass" => "200",
    "speed" => "40",
    "acceleration" => "0.5",
    "stroke" => "20000"
  }.freeze

  def findings(stages, stage:, family: "haflinger") =
    described_class.new(Gallop::Objects::Profile.load(family), stages).stage(stage).assessment.findings
  def ids(stages, **where) = findings(stages, **where).map(&:id)
  def figures(stages, stage:, family: "haflinger") =
    described_class
      .new(Gallop::Objects::Profile.load(family), stages)
      .stage(stage)
      .assessment
      .consequences
      .to_h { |one| [one.id, one.value || one.words] }

  servo = { "motor" => ACROSS_SERVO }
  cage = { "motor" => ACROSS_CAGE }
  hoist = cage.merge("mechanics" => ACROSS_HOIST, "power" => ACROSS_BRAKED)
  axis = servo.merge("mechanics" => ACROSS_AXIS, "power" => { "mains_voltage" => "230" })
  shire = { family: "shire" }
  fjord = { family: "fjord" }
  with = ->(stages, stage, facts) { stages.merge(stage => stages.fetch(stage, {}).merge(facts)) }

  finds_beside [
                 # 980.7 W for 12 s against 200 W, 11 768 J against 2 500 J; a resistor for 1 kW stands it
                 [
                   "lowering_too_much",
                   [hoist, shire.merge(stage: "power")],
                   [with[hoist, "power", { "resistor_power" => "1000" }], shire.merge(stage: "power")]
                 ],
                 [
                   "lowering_too_much",
                   [hoist, shire.merge(stage: "power")],
                   [with[hoist, "mechanics", { "counterweight" => "300" }], shire.merge(stage: "power")]
                 ],
                 # 10 kg · 9.81 · 0.5 m = 49 J; the capacitors take 12.5 J, of 5 cm they take all
                 [
                   "lowering_too_much",
                   [with[axis, "mechanics", { "slope" => "90" }], { stage: "power" }],
                   [with[axis, "mechanics", { "slope" => "90", "stroke" => "50" }], { stage: "power" }]
                 ],
                 # 200 kg · 9.81 · sin 8° · 0.667 m/s = 182 W and 5.1 A besides the stop; the cells take 6.4 A
                 [
                   "downhill_overcharges",
                   [
                     { "mechanics" => ACROSS_TUG.merge("slope" => "8"), "power" => ACROSS_PACK },
                     fjord.merge(stage: "power")
                   ],
                   [{ "mechanics" => ACROSS_TUG, "power" => ACROSS_PACK }, fjord.merge(stage: "power")]
                 ],
                 # into 13 · 150 mΩ/4: 0.49 Ω
                 [
                   "full_battery_overcharged",
                   [
                     { "mechanics" => ACROSS_TUG, "power" => ACROSS_PACK.merge("cell_resistance" => "150") },
                     fjord.merge(stage: "power")
                   ],
                   [
                     { "mechanics" => ACROSS_TUG, "power" => ACROSS_PACK.merge("cell_resistance" => "20") },
                     fjord.merge(stage: "power")
                   ]
                 ],
                 # friction of 2.4 N·m on a motor of 2.38 N·m
                 [
                   "steady_beyond_motor",
                   [servo.merge("mechanics" => ACROSS_TABLE.merge("friction_torque" => "2.4")), { stage: "mechanics" }],
                   [servo.merge("mechanics" => ACROSS_TABLE.merge("friction_torque" => "2.35")), { stage: "mechanics" }]
                 ],
                 # 10.05 N·m up to the rated speed, and 1500/1800 of it at 1800 rpm
                 [
                   "steady_beyond_motor",
                   [
                     {
                       "motor" => ACROSS_CAGE.merge("top_speed" => "1800"),
                       "mechanics" => ACROSS_TABLE.merge("process_torque" => "9.5", "speed" => "1800")
                     },
                     shire.merge(stage: "mechanics")
                   ],
                   [
                     cage.merge("mechanics" => ACROSS_TABLE.merge("process_torque" => "9.5", "speed" => "1400")),
                     shire.merge(stage: "mechanics")
                   ]
                 ],
                 # 0.95 + 4 kg·cm² at 40 000 rpm/s: 2.07 N·m; with 10 kg·cm² 4.6 N·m, which a bus of 220 V ends below 3000 rpm
                 [
                   "point_beyond_voltage",
                   [
                     servo.merge(
                       "mechanics" =>
                         ACROSS_TABLE.merge("load_inertia" => "10", "speed" => "3000", "acceleration" => "40000"),
                       "power" => {
                         "mains_voltage" => "200"
                       }
                     ),
                     { stage: "motor" }
                   ],
                   [
                     servo.merge(
                       "mechanics" =>
                         ACROSS_TABLE.merge("load_inertia" => "10", "speed" => "1500", "acceleration" => "40000"),
                       "power" => {
                         "mains_voltage" => "200"
                       }
                     ),
                     { stage: "motor" }
                   ]
                 ],
                 # two and a half times the rated torque, at twice the synchronous speed a quarter of the peak
                 [
                   "point_beyond_field",
                   [
                     {
                       "motor" => ACROSS_CAGE.merge("top_speed" => "3000"),
                       "mechanics" => ACROSS_TABLE.merge("friction_torque" => "4", "speed" => "3000")
                     },
                     shire.merge(stage: "motor")
                   ],
                   [
                     {
                       "motor" => ACROSS_CAGE.merge("top_speed" => "3000"),
                       "mechanics" => ACROSS_TABLE.merge("friction_torque" => "3", "speed" => "3000")
                     },
                     shire.merge(stage: "motor")
                   ]
                 ],
                 # 4 N·m for ten seconds of ramp; the drive's peak is there for 3 s
                 [
                   "ramp_overheats",
                   [
                     servo.merge(
                       "mechanics" => ACROSS_TABLE.merge("friction_torque" => "4"),
                       "limits" => {
                         "ramp_time" => "10"
                       }
                     ),
                     { stage: "limits" }
                   ],
                   [
                     servo.merge(
                       "mechanics" => ACROSS_TABLE.merge("friction_torque" => "4"),
                       "limits" => {
                         "ramp_time" => "2"
                       }
                     ),
                     { stage: "limits" }
                   ]
                 ],
                 # units of a thousandth
                 [
                   "inertia_unusual",
                   [{ "motor" => ACROSS_SERVO.merge("rotor_inertia" => "0.00095") }, { stage: "motor" }],
                   [servo, { stage: "motor" }]
                 ],
                 # 10 kg·cm² at 2000 rpm/s are 0.21 N·m, with friction 10.2 N·m at the output
                 [
                   "gearbox_overloaded",
                   [
                     servo.merge("mechanics" => ACROSS_TABLE.merge("friction_torque" => "10", "gear_torque" => "10")),
                     { stage: "mechanics" }
                   ],
                   [
                     servo.merge("mechanics" => ACROSS_TABLE.merge("friction_torque" => "10", "gear_torque" => "11")),
                     { stage: "mechanics" }
                   ]
                 ],
                 # 2 · 60 m · 0.0175/0.25 · 0.15 A = 1.26 V of 5 V; 10 m: 0.21 V
                 [
                   "supply_drops",
                   [
                     {
                       "feedback" => {
                         "device" => "incremental",
                         "lines" => "2500",
                         "supply" => "5",
                         "cable" => "60"
                       }
                     },
                     { stage: "feedback" }
                   ],
                   [
                     {
                       "feedback" => {
                         "device" => "incremental",
                         "lines" => "2500",
                         "supply" => "5",
                         "cable" => "10"
                       }
                     },
                     { stage: "feedback" }
                   ]
                 ],
                 [
                   "cable_long",
                   [{ "motor" => ACROSS_SERVO.merge("cable_length" => "120") }, { stage: "motor" }],
                   [{ "motor" => ACROSS_SERVO.merge("cable_length" => "50") }, { stage: "motor" }]
                 ],
                 # 4.5 m/s² are 46 % of the weight
                 [
                   "wheel_slips",
                   [{ "mechanics" => ACROSS_TUG.merge("acceleration" => "4.5") }, fjord.merge(stage: "mechanics")],
                   [{ "mechanics" => ACROSS_TUG.merge("acceleration" => "3.8") }, fjord.merge(stage: "mechanics")]
                 ],
                 # 15.1e7 · 16/1200² = 1 678 rpm, of which 80 % are 1 342 rpm; 14 m/min on 10 mm are 1 400 rpm
                 [
                   "screw_whirls",
                   [
                     servo.merge(
                       "mechanics" => {
                         "mechanism" => "screw",
                         "lead" => "10",
                         "load_mass" => "20",
                         "speed" => "14",
                         "cylinder_diameter" => "16",
                         "cylinder_length" => "1200"
                       }
                     ),
                     { stage: "mechanics" }
                   ],
                   [
                     servo.merge(
                       "mechanics" => {
                         "mechanism" => "screw",
                         "lead" => "10",
                         "load_mass" => "20",
                         "speed" => "13",
                         "cylinder_diameter" => "16",
                         "cylinder_length" => "1200"
                       }
                     ),
                     { stage: "mechanics" }
                   ]
                 ]
               ]

  it "tells the energy of the way down" do
    expect(figures(hoist, stage: "power", family: "shire")).to include(
      "energy_of_lowering" => be_within(1).of(300 * 9.80665 * 4)
    )
    expect(
      findings(hoist, stage: "power", family: "shire").find { |one| one.id == "lowering_too_much" }.headline
    ).to match(/981 W/)
  end

  # A worm of 60 % and 108:1: the load's 2.74 kg·cm² and the rotor's 0.95 kg·cm² at 3000 rpm hold ½ J ω² = 18.2 J.
  it "takes no efficiency into the energy of a stop" do
    worm = {
      "mechanism" => "table",
      "load_inertia" => (2.74 * 108**2).to_s,
      "gear_motor" => "108",
      "gear_output" => "1",
      "gear_efficiency" => "60"
    }
    given = servo.merge("mechanics" => worm, "power" => { "mains_voltage" => "230" })
    expect(figures(given, stage: "power")["energy_of_a_stop"]).to be_within(0.05).of(18.2)
    expect(figures(given, stage: "mechanics")["inertia_at_motor"]).to be_within(1e-3).of(2.74)
  end

  # Through the phasor equation of one phase: 325 V and 163 V of bus.
  it "reckons the top speed with the mains that is there" do
    motor = { "motor" => ACROSS_SERVO }
    rated = figures(motor.merge("power" => { "mains_voltage" => "230" }), stage: "motor")["top_speed_on_bus"]
    half = figures(motor.merge("power" => { "mains_voltage" => "115" }), stage: "motor")["top_speed_on_bus"]
    expect([rated, half]).to match([be_within(3).of(3602.5), be_within(3).of(1671.9)])
    expect(
      figures(motor.merge("power" => { "supply" => "dc", "dc_voltage" => "310" }), stage: "motor")["top_speed_on_bus"]
    ).to be_between(half, rated)
  end

  describe "a winder" do
    roll = {
      "mechanism" => "winder",
      "core_diameter" => "90",
      "full_diameter" => "400",
      "web_width" => "1600",
      "web_density" => "500",
      "core_inertia" => "500",
      "web_tension" => "20",
      "web_speed" => "40",
      "web_acceleration" => "0.4",
      "gear_motor" => "10",
      "gear_output" => "1"
    }
    given = { "motor" => ACROSS_SERVO, "mechanics" => roll, "power" => { "mains_voltage" => "230" }, "limits" => {} }

    # v/a = (40/60)/0.4 m/s²
    it "comes to speed with its web" do
      expect(figures(given, stage: "limits")["time_to_speed"]).to be_within(1e-3).of(1.6667)
    end

    # full: ½ (2.0555/100 + 0.95e-4) · (10 · 2 · 0.6667/0.4)² = 11.47 J; with the motor at 1414.7 rpm on the core
    it "has most energy where it is heaviest, at the speed of that roll" do
      energy = figures(given.merge("power" => { "mains_voltage" => "230", "stop_speed" => "1414.71" }), stage: "power")
      expect(energy["energy_of_a_stop"]).to be_within(0.02).of(11.47)
    end
  end
end
