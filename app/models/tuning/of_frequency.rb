# frozen_string_literal: true

class Tuning
  # What is worth tuning at a frequency drive, by the way in which it controls its motor: by voltage over frequency what
  # it starts with, the slip and the damping; by the field the regulator of the speed; and the ramps.
  class OfFrequency < Tuning
    RAMPS = %w[ramps.acceleration_time ramps.deceleration_time].freeze
    VALUES = {
      "curve" => %w[output.boost output.slip_compensation output.oscillation_damping output.energy_saving] + RAMPS,
      "field" => %w[field.regulator_gain field.regulator_time] + RAMPS
    }.freeze
    PROVEN = VALUES.transform_values { Proven.new(kind: "run_up", figure: "peak") }.freeze
    # Share of the rated torque that a load takes at its start, by the law that it follows
    STARTS_WITH = [1.0, 0.6, 0.3].freeze
    FINENESS = 5 # of a boost, raw: half a volt
    LOW = 3.0 # Hz at which a motor that stands almost is looked at
    private_constant :RAMPS

    def loops = [Gallop::Tune::Induction.of(drive.profile, live_values).by_field? ? "field" : "curve"]
    def source
      "#{METHODS.fetch(loop)}, #{measured? ? "with the motor as it was measured" : "with the motor as it is set"}."
    end
    def measured? = drive.measured?("motor.stator_resistance")
    def charts = FrequencyCharts.new(self).charts
    def shape = nil
    def softness = 0.0

    def follows
      [
        ["From standstill", share(motor.from_standstill, "N·m", motor.rated_torque)],
        ["At once, with little slip", share(motor.at_once, "N·m", motor.rated_torque)],
        *(motor.by_field? ? [] : curve_rows),
        *ramp_rows
      ]
    end

    def verdict
      start = motor.from_standstill / motor.rated_torque
      return verdict_of("bad", "May not start its load", starts(start)) if start < needed
      if !motor.by_field? && idle > motor.plate.rated_current
        return(
          verdict_of("plain", "Hot without a load", "At #{hertz(LOW)} more flows than the rated current: less boost.")
        )
      end
      verdict_of("good", "Starts its load", starts(start))
    end

    # The least boost that starts the load at once, by the law that is set.
    def draft_boost
      entry = drive.profile.fetch("output.boost")
      least = entry.raw_range.step(FINENESS).find { |raw| with_boost(raw).at_once >= needed * motor.rated_torque }
      unless least
        raise Gallop::Objects::Unacceptable,
              "No boost starts #{percent(needed)} of the rated torque within the current limit: raise that, or let " \
                "the field control the motor."
      end
      drive.draft_all({ "output.boost" => least }, reason: "starts #{percent(needed)} of the rated torque")
    end

    # With the draft. @return [Gallop::Tune::Induction]
    def motor = @motor ||= motor_of(drafted)
    def motor_of(values) = Gallop::Tune::Induction.of(drive.profile, live_values.merge(values))

    private

    METHODS = { "curve" => "By voltage over frequency", "field" => "By the field" }.freeze
    private_constant :METHODS

    def with_boost(raw) = motor_of(drafted.merge("output.boost" => raw))
    def idle = motor.idle(LOW).current
    def needed = STARTS_WITH.fetch(drafted.fetch("output.load_law", 0))

    def starts(start) =
      "#{percent(start)} of the rated torque from standstill; its law of the load asks for #{percent(needed)}."

    def curve_rows
      droop = motor.droop
      [
        ["Without load at #{hertz(LOW)}", share(idle / Math.sqrt(2), "A", motor.plate.rated_current / Math.sqrt(2))],
        ["At rated load", droop ? slower(droop) : "it does not come to it"]
      ]
    end

    # @param speed [Float] rad/s
    def slower(speed)
      "#{Gallop::Shaft.turning.text(:speed, speed.abs)} #{speed.negative? ? "faster" : "slower"}"
    end

    # Of the torque that there is, what the ramp takes of the inertia that is known.
    def ramp_rows
      inertia = StageFacts.machine(drive).stage("mechanics").inertia_of_all or return []
      reading = Gallop::Tune::Gains::Reading.new(drive.profile, drafted)
      rate = reading.si("ramps.acceleration_speed") / reading.si("ramps.acceleration_time")
      [["The ramp takes", share(inertia * rate * drive.envelope.acceleration, "N·m", motor.rated_torque)]]
    end

    def share(figure, unit, whole)
      "#{Gallop::Quantities.format(figure, unit, figure.abs < 10 ? 2 : 1)}, #{percent(figure / whole)} of rated"
    end

    def percent(share) = Gallop::Quantities.format(100 * share, "%", 0)
  end
end
