# frozen_string_literal: true

module Proving
  # The same with nothing on the shaft: magnets, inertia and friction of the motor alone.
  class SpinAlone < Spin
    motion Motion::Mode::TURNING
    rests_on values: superclass.rests_on[:values] - %w[motor.rotor_inertia],
             facts: superclass.rests_on[:facts].except("mechanics")

    private

    def load_eyes = [Eye.new(id: "alone", sentence: "Coupling or belt is off: nothing but the motor turns")]
    def alone? = true
  end
end
