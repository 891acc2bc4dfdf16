# frozen_string_literal: true

module Proving
  # A motor turns at two speeds without a device that counts: how smoothly, and what an induction motor takes for its
  # flux.
  class FreeRun < Identification
    motion Motion::Mode::TURNING
    rests_on values: %w[
               motor.rated_current
               motor.rated_voltage
               motor.rated_frequency
               motor.stator_resistance
               motor.phase_resistance
               motor.torque_constant
               feedback.kind
               feedback.counts_per_turn
               feedback.direction
             ],
             facts: {
               "motor" => %w[type pole_pairs],
               "feedback" => %w[device lines encoder_turns motor_turns]
             }

    def eyes
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing lies in its way"),
        Eye.new(id: "free", sentence: "It may turn for as long as it likes: pump filled, belt or web as in its work")
      ]
    end

    def announcement
      Announcement.new(
        moves:
          "The shaft turns at #{speeds.map { |speed| shaft.text(:fine_speed, speed) }.join(", then ")} at this gait.",
        lasts: speeds.empty? ? 15.0 : 2 * (ramp + 2.5),
        sentence: "A hum that grows with the speed is normal; a grinding or a knock is not: Escape ends it."
      )
    end

    # An encoder is looked at while nothing goes by it.
    def perform(run, **)
      return super unless by_encoder?
      run.borrowing(ControlMethod::KEY => ControlMethod::BY_CURVE) { super }
    end

    ControlMethod = Gallop::ControlMethod
    private_constant :ControlMethod

    private

    def by_encoder? = drive.live_values[ControlMethod::KEY] == ControlMethod::BY_ENCODER
    def shaft = Gallop::Shaft.turning
    def ramp = Gallop::Identify::FreeRun.ramp(figures, speeds.last) / 2
    def figures = @figures ||= LiveFigures.new(drive)
    def speeds = @speeds ||= drive.connection&.online? ? Gallop::Identify::FreeRun.speeds(figures) : []

    def procedure(instrument) = Gallop::Identify::FreeRun.new(instrument)
  end
end
