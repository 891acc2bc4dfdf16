# frozen_string_literal: true

module Gallop
  module Identify
    # What a drive is to put out in the mode "signal injection", in SI; see docs/identify.md.
    #
    # @!attribute form [Symbol] of FORMS @!attribute amplitude [Float] V or A, peak of a phase
    # @!attribute angle [Float] electrical rad from the axis of phase U @!attribute rise [Float] s in which both are
    # reached @!attribute frequency [Float] Hz of the field, with its direction @!attribute turns [Float] electrical,
    # after which the field stands @!attribute duration [Float] s after which all of it ends by itself
    # @!attribute tone_amplitude [Float] V peak @!attribute tone_frequency [Float] Hz @!attribute tone_angle [Float]
    # electrical rad of the axis along which it swings @!attribute tone_rounds [Float] Hz at which that goes round
    # @!attribute brake [Boolean] whether a holding brake is opened
    Pattern =
      Record.define(
        :form,
        :amplitude,
        angle: 0.0,
        rise: 0.15,
        frequency: 0.0,
        turns: 0.0,
        duration: 8.0,
        tone_amplitude: 0.0,
        tone_frequency: 0.0,
        tone_angle: 0.0,
        tone_rounds: 0.0,
        brake: false
      ) do
        # @return [Hash{String => Numeric}] in the units of the dictionary
        def entries
          {
            "injection.form" => Identify::FORMS.fetch(form),
            "injection.brake" => brake ? 1 : 0,
            "injection.amplitude" => amplitude,
            "injection.angle" => angle * 180 / Math::PI,
            "injection.rise" => rise,
            "injection.frequency" => frequency,
            "injection.turns" => turns,
            "injection.duration" => duration,
            "injection.tone_amplitude" => tone_amplitude,
            "injection.tone_frequency" => tone_frequency,
            "injection.tone_angle" => tone_angle * 180 / Math::PI,
            "injection.tone_rounds" => tone_rounds
          }
        end

        # s until the field stands where it is to stand
        def lasts = rise + (frequency.zero? ? 0.0 : turns / frequency.abs + [rise, turns / frequency.abs].min)
      end
  end
end
