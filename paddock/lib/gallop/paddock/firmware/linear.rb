# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Camargue: the loops of a servo, for a linear motor that is reckoned as turning once in a pole pair pitch.
      class Linear < Servo
        private

        def take_figures
          @shaft = Shaft.sliding(in_si("motor.pole_pair_pitch"))
          super
        end

        def pole_pairs_set = 1
      end
    end
  end
end
