# frozen_string_literal: true

module Gallop
  module Terminals
    # An analog input: a signal becomes a figure in percent, by two points, with a deadband around zero; a broken wire
    # of a signal with a live zero is told.
    #
    # @!attribute kind [Symbol] :volts, :both_ways, :milliamps or :live_zero @!attribute function [Symbol]
    # @!attribute low [Float], high [Float] shares of the span @!attribute low_figure [Float], high_figure [Float] %
    # @!attribute deadband [Float] % @!attribute filter [Float] s @!attribute on_break [Symbol] :ignore, :warn, :fault
    # or :keep
    Analog =
      Record.define(:number, :kind, :function, :low, :high, :low_figure, :high_figure, :deadband, :filter, :on_break) do
        # @param setup [Setup]
        def self.of(setup, number)
          name = "terminals.analog_#{number}"
          new(
            number: number,
            kind: Analog::KINDS.fetch(setup.raw("#{name}_kind")),
            function: Analog::FUNCTIONS.fetch(setup.raw("#{name}_function")),
            low: setup.figure("#{name}_low") / 100,
            high: setup.figure("#{name}_high") / 100,
            low_figure: setup.figure("#{name}_low_figure"),
            high_figure: setup.figure("#{name}_high_figure"),
            deadband: setup.figure("#{name}_deadband"),
            filter: setup.figure("#{name}_filter") / 1000,
            on_break: Analog::ON_BREAK.fetch(setup.raw("#{name}_wire_break"))
          )
        end

        # @param volts [Float] at the terminal, a current over its burden @return [Float] 0 to 1, −1 to 1 both ways
        def share(volts)
          case kind
          when :volts, :milliamps
            (volts / Analog::SPAN).clamp(0.0, 1.0)
          when :live_zero
            ((volts - Analog::LIVE_ZERO) / (Analog::SPAN - Analog::LIVE_ZERO)).clamp(0.0, 1.0)
          else
            (volts / Analog::SPAN).clamp(-1.0, 1.0)
          end
        end

        # @return [Float] %
        def figure(volts)
          found = scaled(share(volts))
          found.abs <= deadband ? 0.0 : found
        end

        # NAMUR NE 43: below 3.6 mA a wire is broken.
        def broken?(volts) = kind == :live_zero && volts < Analog::BROKEN
      end

    class Analog
      KINDS = %i[volts both_ways milliamps live_zero].freeze
      FUNCTIONS = {
        0 => :none,
        1 => :reference,
        2 => :torque_limit,
        3 => :trim,
        5 => :controller,
        6 => :process
      }.freeze
      ON_BREAK = %i[ignore warn fault keep].freeze
      BURDEN = 500.0 # Ω
      SPAN = 10.0 # V, or 20 mA over the burden
      LIVE_ZERO = 4e-3 * BURDEN
      BROKEN = 3.6e-3 * BURDEN

      private

      # Beyond both points it goes on no further; points that are one are a switch.
      def scaled(share)
        return share >= high ? high_figure : low_figure if high == low
        along = ((share - low) / (high - low)).clamp(kind == :both_ways ? -1.0 : 0.0, 1.0)
        low_figure + along * (high_figure - low_figure)
      end
    end
  end
end
