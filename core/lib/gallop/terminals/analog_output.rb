# frozen_string_literal: true

module Gallop
  module Terminals
    # The analog output: a figure between two becomes 0 to 10 V.
    class AnalogOutput
      SOURCES = { 0 => :none, 1 => :speed, 2 => :current, 3 => :torque, 4 => :bus, 5 => :heat }.freeze

      # @param setup [Setup]
      def initialize(setup)
        @source = SOURCES.fetch(setup.raw("terminals.analog_output_source"), :none)
        @low = setup.figure("terminals.analog_output_low")
        @high = setup.figure("terminals.analog_output_high")
      end

      attr_reader :source

      # @param figure [Float] % @return [Float] V
      def volts(figure)
        return 0.0 if @source == :none
        return figure >= @high ? Analog::SPAN : 0.0 if @low == @high
        (Analog::SPAN * (figure - @low) / (@high - @low)).clamp(0.0, Analog::SPAN)
      end
    end
  end
end
