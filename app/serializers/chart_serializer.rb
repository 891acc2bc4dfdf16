# frozen_string_literal: true

# A drawing by its figures.
class ChartSerializer < ApplicationSerializer
  field :id, "string"
  field :title, "string"
  field(:x, "{ label: string, unit: string, scale?: string }") { |chart| chart.x.to_h }
  field(:y, "{ label: string, unit: string, scale?: string }") { |chart| chart.y.to_h }
  field(
    :curves,
    "{ name: string, role: 'main' | 'second' | 'weak' | 'third' | 'fourth', points: [number, number][] }[]"
  ) { |chart| chart.curves.map(&:to_h) }
  field(
    :marks,
    "{ label: string, at: number, across: 'x' | 'y', height: number | null, tone: 'plain' | 'good' | 'bad' }[]"
  ) { |chart| chart.marks.map(&:to_h) }
end
