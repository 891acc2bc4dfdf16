# frozen_string_literal: true

require "gallop-paddock"
require "yaml"

# A stand-in of the rigs that ship, without clock or network: time passes when it is told to.
module Bench
  RIG = File.expand_path("../../rigs/saltgrass.yml", __dir__)
  DATA =
    [RIG, File.expand_path("../../rigs/dyehouse.yml", __dir__)].map { |file| YAML.safe_load_file(file) }
      .reduce { |data, other| data.merge("drives" => data["drives"] + other["drives"]) }

  # What a technician would have written for each demo motor.
  SETTINGS = {
    "Carriage" => {
      "motor.rated_current" => 2.6,
      "motor.rated_torque" => 1.27,
      "motor.pole_pairs" => 5,
      "motor.phase_resistance" => 1.55,
      "motor.phase_inductance" => 4.2,
      "motor.torque_constant" => 0.488,
      "motor.peak_current" => 7.8,
      "limits.motor_speed" => 3000,
      "limits.current" => 300,
      "limits.torque" => 299
    },
    "Head lift" => {
      "motor.rated_current" => 2.8,
      "motor.rated_torque" => 2.38,
      "motor.pole_pairs" => 4,
      "motor.phase_resistance" => 2.8,
      "motor.phase_inductance" => 11,
      "motor.torque_constant" => 0.85,
      "motor.peak_current" => 8.4,
      "limits.motor_speed" => 3000,
      "limits.current" => 300,
      "limits.torque" => 300,
      "feedback.counts_per_turn" => 10_000,
      "brake.fitted" => 1,
      "brake.release_time" => 45,
      "brake.engage_time" => 25
    },
    "Web feed" => {
      "motor.rated_current" => 3.3,
      "motor.rated_voltage" => 400,
      "motor.rated_power" => 1.5,
      "motor.rated_frequency" => 50,
      "motor.rated_speed" => 1425,
      "motor.power_factor" => 0.79,
      "motor.rated_torque" => 10.05,
      "motor.stator_resistance" => 4.8,
      "output.boost" => 14,
      "limits.motor_speed" => 1500
    },
    "Squeegee" => {
      "motor.rated_current" => 2.5,
      "motor.rated_torque" => 60,
      "motor.pole_pair_pitch" => 32,
      "motor.phase_resistance" => 2.6,
      "motor.phase_inductance" => 9,
      "motor.torque_constant" => 24,
      "motor.peak_current" => 7.5,
      "motor.rotor_inertia" => 1.6,
      "limits.motor_speed" => 2000,
      "limits.current" => 300,
      "limits.torque" => 300
    },
    "Roll tug" => {
      "motor.rated_current" => 20,
      "motor.rated_torque" => 2.4,
      "motor.pole_pairs" => 4,
      "motor.phase_resistance" => 0.041,
      "motor.phase_inductance" => 0.095,
      "motor.torque_constant" => 0.12,
      "motor.peak_current" => 55,
      "limits.motor_speed" => 2400,
      "limits.current" => 250,
      "limits.torque" => 230
    },
    "Dye pump" => {
      "motor.rated_current" => 8.4,
      "motor.rated_torque" => 0.75,
      "motor.phase_resistance" => 0.32,
      "motor.phase_inductance" => 0.42,
      "motor.torque_constant" => 0.096,
      "motor.peak_current" => 25,
      "motor.rotor_inertia" => 2.1,
      "limits.motor_speed" => 4350,
      "limits.current" => 297,
      "limits.torque" => 300
    },
    "Doser" => {
      "motor.rated_current" => 4,
      "motor.rated_torque" => 3.4,
      "motor.pole_pairs" => 50,
      "motor.phase_resistance" => 0.88,
      "motor.phase_inductance" => 6.3,
      "motor.torque_constant" => 0.85,
      "motor.peak_current" => 4,
      "limits.motor_speed" => 1200,
      "limits.current" => 100,
      "limits.torque" => 100
    }
  }.freeze

  # @yieldparam drive [Hash] rig entry of the drive, to be changed
  def build(name, state_directory: nil)
    data = Marshal.load(Marshal.dump(DATA))
    data["drives"].select! { |drive| drive["name"] == name }
    yield data["drives"].first if block_given?
    @stand_in = Gallop::Paddock::Rig.new(data).build(state_directory: state_directory).first
    pass(3.0)
    @stand_in
  end

  def commissioned(name, &block)
    build(name, &block)
    SETTINGS.fetch(name).each { |key, figure| write(key, figure) }
    @stand_in
  end

  # Stores what is live, and powers up with it.
  def start_anew
    write("storage.store", 0x65766173)
    pass(1.0)
    @stand_in.restart
    pass(3.0)
  end

  def pass(seconds)
    (seconds / 0.001).round.times { @stand_in.advance(0.001) }
  end

  def pass_until(limit, step: 0.001)
    (limit / step).round.times do
      return true if yield
      pass(step)
    end
    yield
  end

  def entry(key) = @stand_in.profile.fetch(key)
  def firmware = @stand_in.firmware
  def read(key) = entry(key).figure(firmware.read(entry(key)))
  def state = Gallop::Cia402::Statusword.state(read("control.status"))
  def fault = firmware.fault_code
  def rpm = @stand_in.axis.mechanics.speed * 60 / (2 * Math::PI)

  def write(key, figure)
    raw = entry(key).raw(figure)
    objection = firmware.objection(entry(key), raw)
    raise "#{key}: #{objection}" if objection
    firmware.write(entry(key), raw)
  end

  def enable
    [6, 7, 15].each { |word| write("control.word", word) }
    expect(state).to eq(:operation_enabled)
  end
end
