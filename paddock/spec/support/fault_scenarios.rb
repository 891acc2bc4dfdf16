# frozen_string_literal: true

# Stand-ins that trip for a known cause, with a truth by chance, and what a technician has given of them.
module FaultScenarios
  CAUSES = {
    ramp: %i[stop_without_resistor stop_beyond_resistor start_too_steep frequency_stop],
    resistor: %i[resistor_open resistor_too_large frequency_resistor],
    mains: %i[mains_low],
    load: %i[heavy_start dragging_start heavy_stop],
    phase: %i[phase_of_frequency_drive phase_of_servo],
    gain: %i[gain_too_high],
    feedback: %i[counts_lost device_silent],
    brake: %i[brake_closed]
  }.freeze
  TURN = 131_072

  # @return [Boolean] whether it has tripped, and the trace is there
  def trip(scenario, random)
    @random = random
    send(scenario)
    pass_until(40.0) { firmware.nil? || fault != 0 } unless firmware.nil? || fault != 0
    return false if firmware.nil? || fault.zero?
    @code = fault
    pass(0.6)
    !firmware.nil?
  end

  private

  def chance(low, high) = @random.rand(low.to_f..high.to_f)
  def nearly(figure) = figure * chance(0.92, 1.08)

  # A Carriage of one mass. @param given [Float] kg·m² at the motor that the technician gives
  def carriage(given, true_inertia, **truth)
    commissioned("Carriage") do |drive|
      mechanics = drive["mechanics"]
      %w[load_inertia stiffness damping breakaway].each { |key| mechanics.delete(key) }
      mechanics["inertia"] = true_inertia
      mechanics["coulomb"] = truth.fetch(:friction) { chance(0.02, 0.1) }
      drive["supply"]["brake_resistance"] = truth[:resistor] if truth.key?(:resistor)
      drive["supply"].compact!
    end
    write("speed_loop.load_inertia", [given * 1e4 - read("motor.rotor_inertia"), 0].max)
  end

  def ready
    if firmware.inhibits.anybits?(4)
      mode = read("control.mode")
      write("storage.store", 0x65766173)
      pass(1.0)
      @stand_in.restart
      pass(3.0)
      write("control.mode", mode)
    end
    enable
    pass(0.1)
  end

  def move(turns)
    write("position.target", (TURN * turns).round)
    write("control.word", 0x3F)
  end

  def turn_and_stop(deceleration)
    write("ramps.acceleration", 3000)
    write("ramps.deceleration", deceleration)
    ready
    write("speed.target", 3000)
    pass(chance(2.0, 3.0))
    write("speed.target", 0)
  end

  # A move with so many times the acceleration for which the torque would do with the inertia as given.
  def start(inertia, torque_limit, times)
    write("control.mode", 1)
    write("ramps.profile_speed", 2500)
    write("limits.torque", torque_limit)
    rate = times * (torque_limit / 100.0 * 1.27 - 0.1) / inertia * 30 / Math::PI
    %w[acceleration deceleration].each { |name| write("ramps.#{name}", rate.round) }
    ready
    move(10)
  end

  def stop_without_resistor
    inertia = chance(1e-3, 2.5e-3)
    carriage(inertia, nearly(inertia), resistor: nil)
    write("supply.brake_resistor", 0)
    turn_and_stop(chance(20_000, 80_000))
  end

  # The resistor is as it was given, and cannot take as much.
  def stop_beyond_resistor
    inertia = chance(2e-3, 3.5e-3)
    resistance = chance(350, 600).round
    carriage(inertia, nearly(inertia), resistor: resistance)
    write("supply.resistor_ohms", resistance)
    turn_and_stop(chance(20_000, 60_000))
  end

  def start_too_steep
    inertia = chance(2e-4, 6e-4)
    carriage(inertia, nearly(inertia))
    start(inertia, chance(80, 150), 2.5)
  end

  def resistor_open(resistance = nil)
    inertia = chance(2e-3, 3.5e-3)
    carriage(inertia, nearly(inertia), resistor: resistance)
    write("supply.resistor_ohms", 90)
    turn_and_stop(chance(20_000, 60_000))
  end

  def resistor_too_large = resistor_open(chance(400, 800))

  def mains_low
    carriage(3e-4, chance(1e-4, 6e-4))
    write("ramps.acceleration", 10_000)
    ready
    write("speed.target", chance(500, 2500))
    pass(chance(0.3, 1.0))
    @stand_in.axis.bus.mains_voltage = chance(100, 139)
  end

  def heavy_start
    inertia = chance(2e-4, 6e-4)
    carriage(inertia, inertia * chance(2.2, 5.0))
    start(inertia, chance(100, 180), 0.7)
  end

  def dragging_start
    inertia = chance(2e-4, 6e-4)
    carriage(inertia, nearly(inertia), friction: chance(0.9, 1.25))
    start(inertia, 120, 0.7)
  end

  def heavy_stop
    inertia = chance(3e-4, 6e-4)
    carriage(inertia, inertia * chance(3.0, 5.0), resistor: nil)
    write("supply.brake_resistor", 0)
    turn_and_stop(chance(10_000, 40_000))
  end

  # @param inertia [Float] kg·m² that is given
  def frequency_drive(inertia, deceleration)
    commissioned("Web feed") do |drive|
      drive["mechanics"]["inertia"] = nearly(inertia)
      yield drive if block_given?
    end
    @given_inertia = inertia
    write("supply.brake_resistor", 0) unless block_given?
    { "acceleration_time" => 3, "deceleration_speed" => deceleration, "deceleration_time" => 1 }.each do |name, figure|
      write("ramps.#{name}", figure)
    end
    ready
    write("speed.target", chance(1200, 1450))
    pass(5.0)
    write("speed.target", 0)
  end

  def frequency_stop = frequency_drive(chance(0.015, 0.03), chance(4500, 8000).round)

  def frequency_resistor
    frequency_drive(chance(0.015, 0.04), chance(5000, 15_000).round) do |drive|
      drive["supply"].delete("brake_resistance")
    end
  end

  def phase_of_frequency_drive
    commissioned("Web feed") { |drive| drive["mechanics"]["inertia"] *= chance(0.5, 2.0) }
    @given_inertia = nil
    ready
    write("speed.target", chance(400, 1400))
    pass(chance(2.0, 4.0))
    @stand_in.axis.phase_open = true
  end

  def phase_of_servo
    inertia = chance(2e-4, 6e-4)
    carriage(inertia, nearly(inertia), friction: chance(0.4, 0.9))
    write("control.mode", 1)
    write("ramps.profile_speed", 1000)
    write("ramps.acceleration", 10_000)
    ready
    @stand_in.axis.phase_open = true
    move(chance(20, 60))
  end

  def gain_too_high
    commissioned("Carriage") do |drive|
      drive["mechanics"].merge!(
        "load_inertia" => chance(0.8e-4, 3e-4),
        "stiffness" => chance(40, 200),
        "damping" => chance(0.005, 0.02)
      )
    end
    {
      "speed_loop.load_inertia" => 1.81,
      "motor.thermal_time" => 8,
      "speed_loop.gain" => chance(0.5, 1.2)
    }.each { |key, figure| write(key, figure) }
    write("ramps.acceleration", 10_000)
    ready
    write("speed.target", chance(300, 1500))
  end

  def counts_lost
    commissioned("Carriage") do |drive|
      drive["feedback"]["lost_counts"] = chance(200, 1000) * [-1, 1].sample(random: @random)
    end
    turning
  end

  def device_silent
    commissioned("Carriage")
    turning
    pass(chance(0.3, 1.5))
    @stand_in.axis.encoder.powered = false
  end

  def turning
    write("speed_loop.load_inertia", 1.81)
    write("ramps.acceleration", 10_000)
    ready
    write("speed.target", chance(500, 2000))
  end

  def brake_closed
    commissioned("Head lift") do |drive|
      drive["brake"]["torque"] = chance(8, 14)
      drive["mechanics"]["gravity"] = chance(0, 0.4)
    end
    write("brake.fitted", 0)
    write("control.mode", 1)
    write("ramps.profile_speed", chance(300, 1500))
    write("speed_loop.load_inertia", 1.2)
    ready
    pass(1.0)
    move(chance(0.2, 1.5))
  end
end
