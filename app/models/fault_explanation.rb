# frozen_string_literal: true

# Why a drive tripped: its fault trace, held against the settings that it was taken with and against the facts of the
# machine.
class FaultExplanation
  SQRT2 = Math.sqrt(2)

  attr_reader :trace

  delegate :headline, :decided?, :cause, :ranking, to: :explanation

  # @param trace [Trace] of a fault @raise [Gallop::Objects::Unacceptable] of anything else
  def initialize(trace)
    raise Gallop::Objects::Unacceptable, "Only the trace of a fault can be explained." if trace.fault_code.nil?
    @trace = trace
  end

  # Whether there is anything to be told beyond the fault itself.
  def applies? = Gallop::Traces::Faults::Explainer.explains?(trace.fault_code)

  def explanation
    @explanation ||= Gallop::Traces::Faults::Explainer.new(seen, given, trace.fault_code).explanation
  end

  private

  def profile = trace.drive.profile
  def servo? = profile.servo?

  def seen
    columns = trace.recorded.to_h { |signal| [signal.key, si(signal)] }
    Gallop::Traces::Faults::Seen.new(columns, interval: trace.interval, place: trace.place)
  end

  def si(signal)
    return signal.column if signal.unit.empty? || signal.unit == "counts"
    unit = Gallop::Quantities::Unit.fetch(signal.unit)
    signal.column.map { |figure| unit.to_si(figure) }
  end

  def given
    Gallop::Traces::Faults::Given.new(
      torque_constant: torque_constant,
      inertia: inertia,
      torque_limit: torque_limit,
      acceleration: ramp("acceleration"),
      deceleration: ramp("deceleration"),
      capacitance: profile.rating[:capacitance]&.then { |capacitance| capacitance * 1e-6 },
      mains: setting("supply.mains_voltage"),
      over_voltage: setting("supply.over_voltage"),
      chopper: setting("supply.chopper_level"),
      resistor: resistor,
      resistance: setting("motor.phase_resistance") || setting("motor.stator_resistance") || 0.0,
      slides: profile.slides?,
      phases: profile.motor_wires,
      **of_induction
    )
  end

  # SI, as it was when the trace was taken. @return [Float, nil] nil where the family has none
  def setting(key)
    entry = profile[key] or return
    raw = trace.settings&.fetch(key, nil)
    raw && entry.to_si(entry.figure(raw)).to_f
  end

  # N·m for an ampere of what the trace has: peak of the torque current, or rms of the active current.
  def torque_constant
    return of_rotating_field if servo?
    active = setting("motor.rated_current").to_f * setting("motor.power_factor").to_f
    setting("motor.rated_torque").to_f / active if active.positive?
  end

  # Of three phases by the peak of their current; of brushes and of two phases there is no such figure here.
  def of_rotating_field
    setting("motor.torque_constant")&.then { |constant| constant / SQRT2 } if profile.motor_wires == 3
  end

  def torque_limit
    rated = setting("motor.rated_torque").to_f
    share = (setting("limits.torque") || 1.0)
    return rated * [share, setting("limits.current") || 1.0].min unless servo?
    [
      rated * share,
      setting("limits.current").to_f * setting("motor.rated_current").to_f * torque_constant.to_f * SQRT2
    ].min
  end

  # As the facts have it; else by the settings, where a load is given there.
  def inertia
    facts = StageFacts.machine(trace.drive).stage("mechanics")
    of_facts = facts.drivetrain&.inertia if facts.respond_to?(:drivetrain)
    return of_facts / facts.shaft.radius**2 if of_facts&.positive? && profile.slides?
    return of_facts if of_facts&.positive?
    load = setting("speed_loop.load_inertia").to_f
    load + setting("motor.rotor_inertia").to_f if load.positive?
  end

  def resistor
    return unless trace.settings&.fetch("supply.brake_resistor", 0) == 1
    setting("supply.resistor_ohms").then { |ohms| ohms if ohms&.positive? }
  end

  def ramp(name)
    direct = setting("ramps.#{name}")
    return direct if direct
    step = setting("ramps.#{name}_speed")
    time = setting("ramps.#{name}_time").to_f
    step / time if step && time.positive?
  end

  def of_induction
    return {} if servo?
    pairs = setting("motor.pole_pairs").to_f
    {
      pole_pairs: pairs,
      rated_torque: setting("motor.rated_torque"),
      rated_slip: [
        setting("motor.rated_frequency").to_f - setting("motor.rated_speed").to_f * pairs / (2 * Math::PI),
        0
      ].max
    }
  end
end
