# frozen_string_literal: true

module Gallop
  module Terminals
    # A digital output over time: on once its condition has held for a while, off once it has been gone for a while. A
    # figure is above its threshold until it has fallen below it by the hysteresis.
    class Output
      # By the code of a value output_N_function.
      FUNCTIONS = {
        0 => :none,
        1 => :ready,
        2 => :enabled,
        3 => :fault,
        4 => :warning,
        5 => :reached,
        6 => :standstill,
        7 => :brake,
        8 => :speed,
        9 => :current,
        10 => :controller,
        11 => :torque,
        12 => :heat,
        13 => :limit,
        14 => :driven
      }.freeze
      LEVELS = %i[speed current torque heat].freeze # figures with a threshold

      # @!attribute function [Symbol] @!attribute reversed [Boolean] whether on means open @!attribute threshold
      # [Float] %, hysteresis [Float] % @!attribute on_delay [Float], off_delay [Float] s
      Setting = Record.define(:number, :function, :reversed, :threshold, :hysteresis, :on_delay, :off_delay)

      # @param setup [Setup] @return [Setting]
      def self.setting(setup, number)
        name = "terminals.output_#{number}"
        Setting.new(
          number: number,
          function: FUNCTIONS.fetch(setup.raw("#{name}_function"), :none),
          reversed: setup.raw("#{name}_polarity") == 1,
          threshold: setup.figure("#{name}_threshold"),
          hysteresis: setup.figure("#{name}_hysteresis"),
          on_delay: setup.figure("#{name}_delay") / 1000,
          off_delay: setup.figure("#{name}_off_delay") / 1000
        )
      end

      # @param setting [Setting]
      def initialize(setting)
        @setting = setting
        @level = LEVELS.include?(setting.function)
        @given = @on = false
        @age = 0.0
      end

      attr_reader :setting

      # Before its polarity.
      def on? = @on

      # Off stays open: nothing is turned round there.
      def closed? = @setting.function == :none ? false : @on ^ @setting.reversed

      # What was known goes on under new settings of the same function. @param before [Output]
      def carry_on(before)
        return self unless before.setting.function == @setting.function
        @given = @on = before.on?
        self
      end

      # @param state [Boolean, Float] of what its function is about; % of a figure
      def step(state, dt)
        @given = @level ? above?(state) : state
        return @age = 0.0 if @given == @on
        @age += dt
        return if @age < (@given ? @setting.on_delay : @setting.off_delay)
        @on = @given
        @age = 0.0
      end

      private

      def above?(figure) = figure > (@given ? @setting.threshold - @setting.hysteresis : @setting.threshold)
    end
  end
end
