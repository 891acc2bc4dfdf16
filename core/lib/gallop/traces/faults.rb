# frozen_string_literal: true

module Gallop
  module Traces
    # Why a drive tripped: the seconds around a fault, replayed on a plant of the facts under each cause that comes into
    # question. See Explainer.
    module Faults
      # What is known of a drive and its machine, in SI; what is not known is nil. Where a motor goes along a line, all
      # of it is of what slides: kg, N, m/s².
      #
      # torque_constant: N·m for an ampere of the current that makes torque, as the trace has it (current.q peak, active
      # current rms). inertia: kg·m² at the motor, as given. torque_limit: N·m. acceleration, deceleration: rad/s².
      # rated_slip: Hz at the rated torque, of an induction motor. capacitance: F of the bus. mains: V rms. resistor: Ω,
      # nil where none is set. resistance: Ω of a phase. phases: of the motor; by three they are
      # compared with each other.
      Given =
        Record.define(
          torque_constant: nil,
          inertia: nil,
          torque_limit: nil,
          acceleration: nil,
          deceleration: nil,
          capacitance: nil,
          mains: nil,
          over_voltage: nil,
          chopper: nil,
          resistor: nil,
          resistance: 0.0,
          pole_pairs: 1,
          rated_slip: 0.0,
          rated_torque: nil,
          slides: false,
          phases: 3
        )

      CAUSES = {
        ramp: "Ramp too short",
        resistor: "Braking resistor open or too small",
        mains: "Mains low",
        load: "Load heavier than given",
        phase: "Motor phase lost",
        gain: "Gain too high",
        feedback: "Feedback disturbed",
        brake: "Brake closed, or shaft blocked"
      }.freeze

      # One cause. left_over: share of what was seen that it leaves unexplained. sentence: what the trace shows, with
      # figures. remedy: the one change that would have prevented it.
      Candidate = Record.define(:cause, :left_over, :sentence, :remedy) { def title = CAUSES.fetch(cause) }

      # @!attribute cause [Candidate, nil] nil where it is not decided @!attribute ranking [Array<Candidate>] the
      # likeliest first
      Explanation =
        Record.define(:cause, :ranking) do
          def decided? = !cause.nil?

          # @return [String]
          def headline
            return cause.title if decided?
            return "Not decided" if ranking.size < 2
            "Not decided: #{ranking.first(2).map { |one| one.title[0].downcase + one.title[1..] }.join(" or ")}"
          end
        end
    end
  end
end
