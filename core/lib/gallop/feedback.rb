# frozen_string_literal: true

module Gallop
  # What tells the drive where the shaft is: what the device can do for commutation, speed and position.
  #
  #   machine = Gallop::Machine.new(profile, "feedback" => { "device" => "incremental", "lines" => "2500" })
  #   machine.stage("feedback").assessment.consequences
  module Feedback
    # @param words [String] name of a kind @param counts [Symbol] what makes its counts @param absolute [Boolean] the
    # angle within a turn is known at once @param commutates [Boolean] at once after power-up, without moving @param
    # code [Integer] in the drive's dictionary
    Kind = Record.define(:words, :counts, :absolute, :commutates, :code)

    # @return [Class] of the stage
    def self.kind(profile) = profile.slides? ? Scale : Device

    KINDS = {
      "none" => Kind.new(words: "None", counts: nil, absolute: false, commutates: false, code: 0),
      "halls" => Kind.new(words: "Three hall sensors", counts: :halls, absolute: false, commutates: true, code: 6),
      "incremental" => Kind.new(words: "Incremental", counts: :lines, absolute: false, commutates: false, code: 1),
      "incremental_halls" =>
        Kind.new(words: "Incremental and halls", counts: :lines, absolute: false, commutates: true, code: 7),
      "absolute" => Kind.new(words: "Absolute, one turn", counts: :bits, absolute: true, commutates: true, code: 2),
      "multiturn" => Kind.new(words: "Absolute, many turns", counts: :bits, absolute: true, commutates: true, code: 3),
      "sine" => Kind.new(words: "Sine and cosine", counts: :lines, absolute: false, commutates: false, code: 4),
      "resolver" => Kind.new(words: "Resolver", counts: :resolver, absolute: true, commutates: true, code: 5),
      "pulse_width" =>
        Kind.new(words: "Absolute, by pulse width", counts: :bits, absolute: true, commutates: true, code: 8),
      "absolute_lines" =>
        Kind.new(words: "Slow absolute and lines", counts: :lines, absolute: true, commutates: true, code: 9)
    }.freeze
  end
end
