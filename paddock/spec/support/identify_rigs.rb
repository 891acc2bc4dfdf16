# frozen_string_literal: true

require_relative "bench_instrument"

# Machines by chance, each with a truth of its own, and what a technician would have entered of it.
module IdentifyRigs
  KINDS = {
    servo: "Carriage",
    lift: "Head lift",
    linear: "Squeegee",
    halls: "Roll tug",
    stepper: "Doser",
    brushed: "Dye pump",
    induction: "Web feed"
  }.freeze

  # A machine that is built, powered and restarted. @!attribute truth [Hash{Symbol => Float}] SI
  Machine = Struct.new(:stand_in, :truth, :settings)

  # @param kind [Symbol] of KINDS @param random [Random] @param settings [Proc, nil] answers with further ones, given
  # those that a technician would have entered @param switch [Proc, nil] what is thrown at the axis @yieldparam drive
  # [Hash] rig entry, to be changed further
  # @return [Machine] enabled for injection
  def machine(kind, random, settings: nil, switch: nil)
    @random = random
    given = nil
    commissioned(KINDS.fetch(kind)) do |drive|
      given = send(kind, drive)
      flaws(drive, kind)
      yield drive if block_given?
    end
    given[:settings].merge(settings ? settings.call(given[:settings]) : {}).each { |key, figure| write(key, figure) }
    restart
    switch&.call(@stand_in.axis)
    pass(0.5)
    Machine.new(@stand_in, given[:truth], given[:settings])
  end

  # @return [BenchInstrument]
  def instrument
    BenchInstrument
      .new(@stand_in)
      .tap do |one|
        one.eyes = -> { seen(one) }
        one.enable
      end
  end

  # @param procedure [Symbol] of the list below @param how [Hash] saliency of a turn, room of a spin
  # @return [Gallop::Identify::Result]
  def found_by(procedure, machine, **how)
    case procedure
    when :winding
      Gallop::Identify::Winding.new(instrument).measure.tap { |found| @stage = found.figures[:stage] }
    when :turn
      # The winding was measured before, as the sequence has it.
      how = { saliency: machine.truth[:high] - machine.truth[:low] }.merge(how)
      Gallop::Identify::OpenTurn.new(instrument, **how).measure.tap { |found| @turned = found }
    when :spin
      Gallop::Identify::Spin.new(turning(machine), stage: @stage, **how).measure
    when :response
      Gallop::Identify::Response.new(turning(machine), room: 10.0, **how).measure
    when :rotor
      Gallop::Identify::Rotor.new(instrument).measure
    when :brake
      Gallop::Identify::BrakeTimes.new(instrument).measure
    when :free_run
      Gallop::Identify::FreeRun.new(turning(machine)).measure
    end
  end

  # @return [BenchInstrument] enabled for speed
  def turning(machine)
    write("control.word", 0)
    pass(0.1)
    prepare_for_spin(machine)
    BenchInstrument.new(@stand_in).tap(&:enable_for_speed)
  end

  # Electrical and mechanical figures of the winding, as it is now. @return [Float] Ω
  def true_resistance
    motor = @stand_in.axis.motor
    motor.instance_variable_get(:@resistance) || motor.instance_variable_get(:@r_s)
  end

  # What the procedures find on a machine, with the errors of it. @return [Hash{Symbol => Float}] percent, and
  # electrical degrees; nothing of what was refused or has a blocker
  def errors_of_winding(machine, found)
    return {} if found.findings.any?(&:blocker?)
    truth = machine.truth
    {
      resistance: percent(found.figures[:resistance], true_resistance),
      low: percent(found.figures[:low], truth[:low]),
      high: percent(found.figures[:high], truth[:high])
    }
  end

  def error_of_turn(kind, machine, found)
    return {} if found.findings.any?(&:blocker?) || found.figures[:offset].nil?
    right = kind == :halls ? machine.truth[:offset] * Math::PI / 180 : true_offset
    { offset: wrap((found.figures[:offset] - right) * 180 / Math::PI) }
  end

  # As after the tests that come before it: the winding, and where the magnets are, about as well as these tell.
  def prepare_for_spin(machine)
    truth = machine.truth
    return write("motor.stator_resistance", roughly(true_resistance, 0.02)) if truth.key?(:rotor_resistance)
    write("motor.phase_resistance", roughly(true_resistance, 0.02))
    write("motor.phase_inductance", roughly((truth[:low] + truth[:high]) * 500, 0.04))
    write("motor.torque_constant", roughly(machine.settings["motor.torque_constant"], 0.1))
    aligning = @turned&.estimates&.find { |one| one.key == "feedback.alignment_current" }
    write(aligning.key, aligning.figure) if aligning
    write("feedback.commutation_offset", wrap(offset_for_spin(machine) + chance(-2, 2))) if offset_set?(machine)
    restart
  end

  # ms
  def errors_of_brake(machine, found)
    %i[release engage].to_h { |stroke| [stroke, 1000 * (found.figures[stroke] - machine.truth[stroke])] }
  end

  # Percent, of an induction motor. @param found [Gallop::Identify::Result] of rotor or free_run
  def errors_of_cage(machine, found)
    truth = machine.truth
    flux = Math.sqrt(2.0 / 3) * read("motor.rated_voltage") / (2 * Math::PI * read("motor.rated_frequency"))
    no_load = flux / (truth[:magnetising] + truth[:stator_leakage]) / Math.sqrt(2)
    {
      no_load: [found.figures[:no_load_current], no_load],
      magnetising: [found.figures[:magnetising], truth[:magnetising]],
      rotor_resistance: [found.figures[:rotor_resistance], @stand_in.axis.motor.instance_variable_get(:@r_r)]
    }.select { |_, (figure, _)| figure }.transform_values { |figure, right| percent(figure, right) }
  end

  # A spring between motor and load. @param drive [Hash] rig entry @return [Hash] Hz that ring
  def two_masses(drive, random)
    near = drive["mechanics"].fetch("inertia")
    far = near * Math.exp(random.rand(Math.log(0.4)..Math.log(12.0)))
    still = Math.exp(random.rand(Math.log(14.0)..Math.log(160.0)))
    stiffness = far * (2 * Math::PI * still)**2
    damping = random.rand(0.01..0.08) * 2 * Math.sqrt(stiffness * near * far / (near + far))
    drive["mechanics"].merge!("load_inertia" => far, "stiffness" => stiffness, "damping" => damping)
    { antiresonance: still, resonance: still * Math.sqrt(1 + far / near), inertia: near + far }
  end

  # Percent. @param truth [Hash] of two_masses
  def errors_of_response(truth, found)
    truth.filter_map { |name, right| [name, percent(found.figures[name], right)] if found.figures[name] }.to_h
  end

  # What hangs on the motor, by the plant. @return [Gallop::Tune::Mechanism]
  def true_mechanism
    mechanics = @stand_in.axis.mechanics
    given =
      %i[inertia load_inertia stiffness damping coulomb viscous gravity].to_h do |name|
        [name, mechanics.instance_variable_get(:"@#{name}").to_f]
      end
    Gallop::Tune::Mechanism.new(**given)
  end

  # What is left of the magnets' flux at the temperature that the rotor has now, of that at 20 °C.
  def warm_magnets
    motor = @stand_in.axis.motor
    cold = motor.instance_variable_get(:@cold_flux)
    cold ? motor.flux / cold : 1.0
  end

  # Percent; of friction and load of the rated torque, where they are small.
  def errors_of_spin(machine, found)
    return {} if found.findings.any?(&:blocker?)
    mechanics = @stand_in.axis.mechanics
    truth = %i[inertia coulomb viscous gravity].to_h { |name| [name, mechanics.instance_variable_get(:"@#{name}")] }
    figures = found.figures
    errors = {
      inertia: percent(figures[:inertia], truth[:inertia]),
      coulomb: percent(figures[:coulomb], truth[:coulomb])
    }
    constant = machine.truth[:constant] * warm_magnets
    errors[:torque_constant] = percent(figures[:torque_constant], constant) if figures[:torque_constant]
    rated = machine.truth[:constant] * machine.settings["motor.rated_current"]
    errors.delete(:inertia) if found.estimates.none? { |one| one.key == "speed_loop.load_inertia" } # not sure of it
    errors[:load] = 100 * (figures[:load] - truth[:gravity]) / rated
    errors
  end

  def percent(found, truth) = 100 * (found / truth - 1)

  # Electrical rad that a count would have to be given now, for the field to stand where the magnets are.
  def true_offset
    axis = @stand_in.axis
    magnets = axis.mechanics.angle * axis.motor.pole_pairs + axis.motor.instance_variable_get(:@magnet_offset)
    half = firmware.is_a?(Gallop::Paddock::Firmware::LowVoltage) ? 0.5 : 0.0
    magnets - (firmware.count + half) * firmware.electrical
  end

  private

  # What somebody who stands there sees: the field that goes forward turns a shaft clockwise, where its wires are in
  # order.
  def seen(instrument)
    return "not_at_all" unless instrument.moved?
    @stand_in.axis.phases_exchanged ? "counter_clockwise" : "clockwise"
  end

  # Where the offset is a setting, and not found by an alignment.
  def offset_set?(machine)
    profile = machine.stand_in.profile
    return false unless profile.magnets_commutated?
    profile["feedback.aligned"].nil? || read("feedback.aligned") == 2
  end

  # ° of a count; one of halls is known to a sixth of a turn only
  def offset_for_spin(machine)
    machine.stand_in.profile.rating[:feedback] == ["halls"] ? machine.truth[:offset] : true_offset * 180 / Math::PI
  end

  def chance(low, high) = @random.rand(low.to_f..high.to_f)
  def lots(low, high) = Math.exp(chance(Math.log(low), Math.log(high)))
  def roughly(figure, by = 0.12) = figure * (1 + chance(-by, by))
  def maybe(share = 0.5) = @random.rand < share

  def restart
    pass(0.01)
    return unless firmware.inhibits.anybits?(4)
    write("storage.store", 0x65766173)
    pass(1.0)
    @stand_in.restart
    pass(3.0)
  end

  # What every real machine has.
  def flaws(drive, kind)
    rated = drive.fetch("rated")
    drive.delete("rated")
    drive["stage"] = { "dead_time" => chance(0.5e-6, 2.5e-6), "drop" => chance(0.6, 1.8) } if maybe(0.8)
    drive["sensor"] = {
      "step" => rated / 1500,
      "noise" => rated * chance(0.001, 0.004),
      "offset_u" => rated * chance(-0.004, 0.004),
      "offset_v" => rated * chance(-0.004, 0.004),
      "gain_u" => 1 + chance(-0.006, 0.006),
      "gain_v" => 1 + chance(-0.006, 0.006)
    }
    drive["ambient"] = chance(12, 38).round
    drive["serial"] = @random.rand(1..90_000)
    drive["supply"]["mains_voltage"] = roughly(drive["supply"]["mains_voltage"], 0.06) if drive["supply"][
      "mains_voltage"
    ] && kind != :induction
  end

  # No maker lets the current of a motor ripple by more than half of what it is rated for. @return [Float] H
  def smooth(inductance, rated, bus, rate = 16_000) = [inductance, bus / (8 * rate * 0.5 * rated * Math.sqrt(2))].max

  def wrap(degrees) = (degrees + 180) % 360 - 180

  # Three phases and magnets. @return [Hash] truth and settings
  def magnets(drive, resistance:, time:, rated:, torque:, pairs:, friction: 0.01..0.1)
    saliency = maybe ? 1.0 : chance(0.6, 0.95)
    inductance = smooth(resistance * time, rated, drive["supply"]["full_voltage"] || 325.0)
    flux = torque / (1.5 * pairs * rated * Math.sqrt(2))
    drive["motor"].merge!(
      "resistance" => resistance,
      "inductance_d" => inductance * 2 * saliency / (1 + saliency),
      "inductance_q" => inductance * 2 / (1 + saliency),
      "flux" => flux,
      "pole_pairs" => pairs,
      "magnet_offset" => chance(-180, 180)
    )
    drive["motor"]["saturation_current"] = rated * Math.sqrt(2) * chance(3, 8) if maybe(0.3)
    drive["motor"].merge!("cogging_torque" => torque * chance(0, 0.015), "cogging_periods" => 6 * pairs) if maybe(0.3)
    drive["rated"] = rated
    coulomb = torque * chance(friction.begin, friction.end)
    inertia = torque / lots(1500, 15_000)
    drive["mechanics"] = {
      "inertia" => inertia,
      "coulomb" => coulomb,
      "breakaway" => coulomb * chance(1.05, 1.4),
      "viscous" => torque * chance(0.01, 0.1) / 300,
      "angle" => chance(-3000, 3000) # it has turned before
    }
    {
      resistance: resistance,
      inductance: inductance,
      low: drive["motor"]["inductance_d"],
      high: drive["motor"]["inductance_q"],
      flux: flux,
      constant: torque / rated,
      pairs: pairs,
      inertia: inertia,
      coulomb: coulomb
    }
  end

  def nameplate(truth, rated, torque)
    {
      "motor.rated_current" => rated,
      "motor.peak_current" => 3 * rated,
      "motor.rated_torque" => torque,
      "motor.torque_constant" => torque / rated,
      "motor.phase_resistance" => roughly(truth[:resistance], 0.3),
      "motor.phase_inductance" => roughly(truth[:inductance] * 1000, 0.3),
      "limits.current" => 300,
      "limits.torque" => 300
    }
  end

  def servo(drive)
    rated = chance(1.5, 4.0)
    torque = rated * chance(0.4, 1.0)
    pairs = @random.rand(2..6)
    truth =
      magnets(drive, resistance: lots(0.4, 8), time: lots(1.5e-3, 8e-3), rated: rated, torque: torque, pairs: pairs)
    drive["feedback"]["offset"] = chance(-180, 180)
    truth[:offset] = -(drive["feedback"]["offset"] * pairs) + drive["motor"]["magnet_offset"]
    { truth: truth, settings: nameplate(truth, rated, torque).merge("motor.pole_pairs" => pairs) }
  end

  # Gravity, a brake, lines and halls.
  def lift(drive)
    given = servo(drive)
    torque = given[:settings]["motor.rated_torque"]
    drive["mechanics"]["gravity"] = torque * chance(-0.25, 0.25)
    drive["brake"] = {
      "torque" => 1.5 * torque,
      "release_time" => chance(0.02, 0.06),
      "engage_time" => chance(0.01, 0.04)
    }
    given[:truth].merge!(release: drive["brake"]["release_time"], engage: drive["brake"]["engage_time"])
    drive["feedback"]["offset"] = chance(-180, 180)
    mount = chance(-8, 8)
    drive["motor"]["magnet_offset"] = wrap(given[:truth][:pairs] * drive["feedback"]["offset"] + mount)
    given[:truth][:offset] = mount
    { **given, settings: given[:settings].merge("feedback.kind" => 1, "feedback.counts_per_turn" => 10_000) }
  end

  def linear(drive)
    rated = chance(1.5, 4.0)
    force = rated * chance(15, 40)
    pitch = [24, 30, 32, 48].sample(random: @random)
    radius = pitch / 1000.0 / (2 * Math::PI)
    truth =
      magnets(drive, resistance: lots(0.8, 6), time: lots(1.5e-3, 6e-3), rated: rated, torque: force * radius, pairs: 1)
    drive["motor"] = drive["motor"].except(
      "flux",
      "pole_pairs",
      "saturation_current",
      "cogging_torque",
      "cogging_periods"
    ).merge("force_constant" => force / rated, "pole_pair_pitch" => pitch / 1000.0)
    mass = force / chance(8, 40)
    friction = force * chance(0.02, 0.15)
    drive["mechanics"] = {
      "mass" => mass,
      "coulomb" => friction,
      "breakaway" => 1.2 * friction,
      "viscous" => force / chance(10, 40),
      "gravity" => friction * chance(-1, 1)
    }
    drive["feedback"] = { "counts_per_turn" => pitch * 10_000, "offset" => chance(-180, 180) }
    truth[:offset] = drive["motor"]["magnet_offset"] - drive["feedback"]["offset"]
    settings =
      nameplate(truth, rated, force).merge(
        "motor.pole_pair_pitch" => pitch,
        "feedback.counts_per_turn" => pitch * 10_000
      )
    { truth: truth, settings: settings }
  end

  def halls(drive)
    rated = lots(8, 30)
    torque = rated * chance(0.06, 0.2)
    pairs = @random.rand(2..7)
    truth =
      magnets(
        drive,
        resistance: lots(0.02, 0.15),
        time: lots(0.8e-3, 3e-3),
        rated: rated,
        torque: torque,
        pairs: pairs,
        friction: 0.01..0.08
      )
    mount = chance(-10, 10)
    drive["feedback"] = { "counts_per_turn" => 6 * pairs, "kind" => "halls", "offset" => chance(-180, 180) }
    drive["feedback"]["hall_errors"] = Array.new(6) { chance(-4, 4).round(1) } if maybe
    drive["motor"]["magnet_offset"] = wrap(pairs * drive["feedback"]["offset"] + mount)
    truth[:offset] = mount
    settings =
      nameplate(truth, rated, torque).merge("motor.pole_pairs" => pairs, "feedback.counts_per_turn" => 6 * pairs)
    { truth: truth, settings: settings }
  end

  def stepper(drive)
    rated = chance(1.5, 5.0)
    torque = rated * chance(0.5, 0.9)
    resistance = lots(0.4, 2.5)
    inductance = resistance * lots(2e-3, 8e-3)
    drive["motor"].merge!(
      "resistance" => resistance,
      "inductance" => inductance,
      "flux" => torque / (Math.sqrt(2) * 50 * rated),
      "magnet_offset" => chance(-180, 180),
      "detent_torque" => torque * chance(0, 0.02)
    )
    drive["rated"] = rated
    coulomb = torque * chance(0.01, 0.08)
    drive["mechanics"] = {
      "inertia" => torque / lots(8000, 40_000),
      "coulomb" => coulomb,
      "breakaway" => 1.2 * coulomb,
      "viscous" => 3e-4
    }
    drive["feedback"]["offset"] = chance(-180, 180)
    truth = {
      resistance: resistance,
      inductance: inductance,
      low: inductance,
      high: inductance,
      constant: torque / rated
    }
    {
      truth: truth,
      settings:
        nameplate(truth, rated, torque).merge(
          "motor.peak_current" => rated,
          "limits.current" => 100,
          "limits.torque" => 100
        )
    }
  end

  def brushed(drive)
    rated = lots(4, 20)
    constant = chance(0.05, 0.15)
    resistance = lots(0.15, 0.8)
    inductance = smooth(resistance * lots(1.0e-3, 3e-3), rated, 54.0)
    drive["motor"].merge!("resistance" => resistance, "inductance" => inductance, "constant" => constant)
    drive["rated"] = rated
    torque = rated * constant
    coulomb = torque * chance(0.03, 0.15)
    drive["mechanics"] = {
      "inertia" => torque / lots(600, 3000),
      "coulomb" => coulomb,
      "breakaway" => coulomb * chance(1.1, 1.5),
      "viscous" => torque * 0.05 / 400
    }
    truth = {
      resistance: resistance,
      inductance: inductance,
      low: inductance,
      high: inductance,
      constant: torque / rated
    }
    drive["feedback"] = { "counts_per_turn" => 2000, "kind" => "incremental" }
    settings = nameplate(truth, rated, torque).merge("motor.rotor_inertia" => 2, "feedback.kind" => 1)
    { truth: truth, settings: settings }
  end

  def induction(drive)
    rated = chance(2.2, 5.0)
    resistance = 230 * Math.sqrt(2) / (rated * Math.sqrt(2)) * chance(0.04, 0.09)
    impedance = 230 / rated
    leakage = impedance * chance(0.05, 0.09) / 314.0
    drive["motor"].merge!(
      "stator_resistance" => resistance,
      "rotor_resistance" => resistance * chance(0.7, 1.1),
      "stator_leakage" => leakage,
      "rotor_leakage" => leakage * chance(0.8, 1.3),
      "magnetising_inductance" => impedance * chance(1.2, 2.4) / 314.0
    )
    drive["rated"] = rated
    truth = {
      resistance: resistance,
      low: leakage + drive["motor"]["rotor_leakage"],
      high: leakage + drive["motor"]["rotor_leakage"],
      stator_leakage: leakage,
      rotor_resistance: drive["motor"]["rotor_resistance"],
      magnetising: drive["motor"]["magnetising_inductance"]
    }
    {
      truth: truth,
      settings: {
        "motor.rated_current" => rated,
        "motor.stator_resistance" => roughly(resistance, 0.3)
      }
    }
  end
end
