# frozen_string_literal: true

module Gallop
  module Plant
    # First-order heat: C dT/dt = P − (T − T_ambient)/R. Advanced exactly for power held over the step.
    class ThermalMass
      attr_reader :temperature, :resistance, :time_constant
      attr_accessor :ambient

      # @param resistance [Float] K/W to the ambient, @param time_constant [Float] s, @param ambient [Float] K
      def initialize(resistance:, time_constant:, ambient: REFERENCE_TEMPERATURE)
        @resistance = resistance.to_f
        @time_constant = time_constant.to_f
        @ambient = ambient.to_f
        @temperature = @ambient
      end

      # @param power [Float] W of loss, mean over dt
      # @return [Float] K at the end of the step
      def heat(power, dt)
        final = @ambient + power * @resistance
        @temperature = final + (@temperature - final) * Math.exp(-dt / @time_constant)
      end
    end
  end
end
