# frozen_string_literal: true

module Gallop
  # The envelope that all motion commanded by Gallop is held to: shares of the speed limit, of the torque limit and of
  # the acceleration.
  #
  #   Gallop::Gait.fetch("walk").hold(1200, limit: 3000)   # => 150.0 rpm
  Gait =
    Record.define(:name, :speed, :torque, :acceleration) do
      def self.all = Gallop::GAITS.values
      def self.names = Gallop::GAITS.keys
      def self.find(name) = Gallop::GAITS[name.to_s]
      def self.fetch(name) = find(name) || raise(KeyError, "“#{name}” is no gait; there are #{names.join(", ")}")

      # @param limit [Numeric] the speed limit, any unit @return [Float] the highest speed this gait allows
      def highest(limit) = limit * speed

      # @return [Float] the wanted speed, held to the gait
      def hold(wanted, limit:) = wanted.to_f.clamp(-highest(limit), highest(limit))

      def above?(other) = speed > other.speed

      # @return [Hash{String => Float}] the drive's envelope, percent by key
      def envelope =
        {
          "envelope.speed" => speed * 100,
          "envelope.torque" => torque * 100,
          "envelope.acceleration" => acceleration * 100
        }
    end

  GAITS = {
    "walk" => Gait.new(name: "walk", speed: 0.05, torque: 0.5, acceleration: 0.1),
    "trot" => Gait.new(name: "trot", speed: 0.25, torque: 0.7, acceleration: 0.25),
    "canter" => Gait.new(name: "canter", speed: 0.6, torque: 0.85, acceleration: 0.6),
    "gallop" => Gait.new(name: "gallop", speed: 1.0, torque: 1.0, acceleration: 1.0)
  }.freeze
end
