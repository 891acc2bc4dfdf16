# frozen_string_literal: true

# What the explainer gets of a stand-in that has tripped: its fault trace, and what a technician knows of it.
module FaultCase
  # @return [Gallop::Traces::Faults::Explanation]
  def explained = Gallop::Traces::Faults::Explainer.new(seen, given, @code).explanation

  private

  def seen
    signals = @stand_in.profile.fault_signals
    columns =
      signals.each_with_index.to_h { |signal, n| [signal.key, Gallop::Traces.unpack(firmware.fault_trace.samples(n))] }
    Gallop::Traces::Faults::Seen.new(
      columns,
      interval: 1.0 / Gallop::Paddock::Firmware::FaultTrace::RATE,
      place: read("fault_trace.trigger_place")
    )
  end

  def si(key)
    entry = @stand_in.profile[key] or return
    entry.to_si(read(key)).to_f
  end

  def given
    Gallop::Traces::Faults::Given.new(
      acceleration: si("ramps.acceleration"),
      deceleration: si("ramps.deceleration"),
      capacitance: @stand_in.profile.rating[:capacitance] * 1e-6,
      mains: si("supply.mains_voltage"),
      over_voltage: si("supply.over_voltage"),
      chopper: si("supply.chopper_level"),
      resistor:
        read("supply.brake_resistor") == 1 && si("supply.resistor_ohms").positive? ? si("supply.resistor_ohms") : nil,
      resistance: si("motor.phase_resistance") || si("motor.stator_resistance"),
      **(@stand_in.profile.servo? ? given_of_servo : given_of_frequency_drive)
    )
  end

  def given_of_servo
    constant = si("motor.torque_constant")
    {
      torque_constant: constant / Math.sqrt(2),
      inertia: si("motor.rotor_inertia") + si("speed_loop.load_inertia"),
      torque_limit: [
        si("limits.torque") * si("motor.rated_torque"),
        si("limits.current") * si("motor.rated_current") * constant
      ].min
    }
  end

  def given_of_frequency_drive
    pairs = si("motor.pole_pairs")
    {
      torque_constant: si("motor.rated_torque") / (si("motor.rated_current") * si("motor.power_factor")),
      inertia: @given_inertia,
      torque_limit: si("limits.current") * si("motor.rated_torque"),
      pole_pairs: pairs,
      rated_torque: si("motor.rated_torque"),
      rated_slip: si("motor.rated_frequency") - si("motor.rated_speed") * pairs / (2 * Math::PI)
    }
  end
end
