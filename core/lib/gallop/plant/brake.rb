# frozen_string_literal: true

module Gallop
  module Plant
    # A spring-applied holding brake: it grips without current, opens some time after its coil has voltage, and closes
    # some time after it has lost it. With its coil not wired it never opens, unless somebody lifts it by hand. Once
    # open, it needs less voltage than it took to open it.
    class Brake
      attr_accessor :powered, :wired, :lifted
      # Of the coil's rated voltage, while it is powered
      attr_accessor :voltage
      attr_reader :torque

      # @param torque [Float] N·m of grip @param release_time, engage_time [Float] s
      # @param opens_at, drops_at [Float] of the rated voltage: at least to open, and below which it closes again
      def initialize(torque:, release_time:, engage_time:, opens_at: 0.0, drops_at: 0.0)
        @torque = torque.to_f
        @release_time = release_time.to_f
        @engage_time = engage_time.to_f
        @opens_at = opens_at.to_f
        @drops_at = drops_at.to_f
        @voltage = 1.0
        @wired = true
        @powered = @lifted = false
        @open = @wanted = false
        @age = 0.0
      end

      # @return [Float] N·m of grip at the end of dt
      def grip_after(dt)
        energised = @powered && @wired && @voltage >= (@open ? @drops_at : @opens_at)
        @age = 0.0 if energised != @wanted
        @wanted = energised
        @age += dt
        @open = energised if energised != @open && @age >= (energised ? @release_time : @engage_time)
        grip
      end

      def open? = @open || @lifted
      def grip = open? ? 0.0 : @torque
    end
  end
end
