# frozen_string_literal: true

class SpectrumSerializer < ApplicationSerializer
  field :frequencies, "number[]"
  field :amplitudes, "number[]"
  field(:lines, "{ frequency: number; amplitude: number }[]") { |spectrum| spectrum.lines.map(&:to_h) }
end
