# frozen_string_literal: true

module Gallop
  module Identify
    # What a drive is to add to what its loops want, SI of what is moved; see docs/identify.md.
    #
    # @!attribute amplitude [Float] peak, N·m or N; rad/s or m/s; rad or m
    # @!attribute lowest [Float], highest [Float] Hz
    # @!attribute period [Float] s after which it begins anew @!attribute duration [Float] s
    # @!attribute way [Float] rad or m to each side, beyond which the drive stops; zero for no bound
    Excitation =
      Record.define(
        :amplitude,
        :lowest,
        :highest,
        form: :tones,
        place: :torque,
        period: 1.024,
        duration: 4.0,
        way: 0.0
      ) do
        # @return [Hash{String => Numeric}] in the units of the dictionary
        def entries
          {
            "excitation.form" => Excitation::FORMS.fetch(form),
            "excitation.place" => Excitation::PLACES.fetch(place),
            "excitation.amplitude" => amplitude,
            "excitation.lowest" => lowest,
            "excitation.highest" => highest,
            "excitation.period" => period,
            "excitation.duration" => duration,
            "excitation.way" => way
          }
        end
      end

    class Excitation
      FORMS = { tones: 0, sweep: 1, random_binary: 2 }.freeze
      PLACES = { torque: 0, speed: 1, position: 2 }.freeze
    end
  end
end
