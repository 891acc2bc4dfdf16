# frozen_string_literal: true

# How a drive finds its home point.
class HomingSerializer < ApplicationSerializer
  field(:settings, "#{PageSettings::TYPE}[]") { |homing| homing.settings(Homing::SETTINGS) }
  field(:states, PageSettings::CHOICES) { |homing| homing.choices("homing.state") }
  field :sentence, "string"
  field(:routes, "{ from: number; home: number; legs: { from: number; to: number; fast: boolean }[] }[]") do |homing|
    homing.routes.map { |route| { from: route.from, home: route.home, legs: route.legs.map(&:to_h) } }
  end
  field :switches, "{ id: 'limit_low' | 'home' | 'limit_high'; from: number; to: number; input: string | null }[]"
  field(:figures, "{ label: string; text: string }[]") do |homing|
    homing.figures.map { |label, text| { label: label, text: text } }
  end
  many :findings, resource: FindingSerializer
end
