# frozen_string_literal: true

module Gallop
  # What a motor moves: a shaft that turns, or a slide. Everything is computed for a shaft. A linear motor is taken
  # for one that turns once in two pole pitches (its pole pair pitch), with one pole pair, so that with r = pair
  # pitch/2π
  #
  #   v = ω r,  a = α r,  F = T/r,  m = J/r²
  #
  # A Shaft tells its figures in the terms of what is really there.
  #
  #   Gallop::Shaft.sliding(0.03).told(:speed, 100.0)   # => [0.477…, "m/s", nil]
  Shaft =
    Record.define(:pitch) do
      # @param pitch [Float] m of slide in a turn; NaN as long as nobody knows it
      def self.sliding(pitch) = new(pitch: pitch)
      def self.turning = new(pitch: nil)

      def slides? = !pitch.nil?
      def radius = slides? ? pitch / (2 * Math::PI) : 1.0

      # @param kind [Symbol] of KINDS @param figure [Float] SI, of the shaft @return [Float] SI, of what is there
      def real(kind, figure) = figure * radius**Shaft::KINDS.fetch(kind).power
      # @param figure [Float] SI, of what is there @return [Float] SI, of the shaft
      def reckoned(kind, figure) = figure / radius**Shaft::KINDS.fetch(kind).power

      # @return [Array(Float, String, Integer)] figure, unit, decimals
      def told(kind, figure)
        unit = unit(kind)
        [
          Quantities::Unit.fetch(unit).from_si(real(kind, figure)),
          unit,
          slides? ? nil : Shaft::KINDS.fetch(kind).decimals
        ]
      end

      def text(kind, figure) = Quantities.format(*told(kind, figure))
      def unit(kind) = Shaft::KINDS.fetch(kind).then { |known| slides? ? known.of_slide : known.of_shaft }
      # @return [String] the word for it
      def word(thing) = Shaft::WORDS.fetch(thing)[slides? ? 1 : 0]
    end

  class Shaft
    # power: of the radius by which a figure of the shaft becomes one of the slide
    Kind = Record.define(:of_shaft, :of_slide, :power, decimals: nil)

    KINDS = {
      speed: Kind.new(of_shaft: "rpm", of_slide: "m/s", power: 1, decimals: 0),
      fine_speed: Kind.new(of_shaft: "rpm", of_slide: "mm/s", power: 1),
      acceleration: Kind.new(of_shaft: "rpm/s", of_slide: "m/s²", power: 1, decimals: 0),
      jerk: Kind.new(of_shaft: "rpm/s²", of_slide: "m/s³", power: 1, decimals: 0),
      angle: Kind.new(of_shaft: "turn", of_slide: "mm", power: 1),
      fine_angle: Kind.new(of_shaft: "°", of_slide: "mm", power: 1),
      torque: Kind.new(of_shaft: "N·m", of_slide: "N", power: -1),
      torque_constant: Kind.new(of_shaft: "N·m/A", of_slide: "N/A", power: -1),
      voltage_constant: Kind.new(of_shaft: "V/krpm", of_slide: "V·s/m", power: -1, decimals: 1),
      inertia: Kind.new(of_shaft: "kg·cm²", of_slide: "kg", power: -2)
    }.freeze

    # of a shaft, of a slide
    WORDS = {
      torque: %w[torque force],
      rotor: ["rotor", "moving part"],
      thing: ["shaft", "moving part"],
      inertia: %w[inertia mass],
      turn: ["turn", "pole pair pitch"],
      turned: %w[turned pushed],
      torque_speed: ["Torque over speed", "Force over speed"]
    }.freeze
  end
end
