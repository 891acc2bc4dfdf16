# frozen_string_literal: true

# A part of the library, in a line.
class LibraryHitSerializer < ApplicationSerializer
  LINE = {
    "synchronous" => [%w[rated_torque N·m], %w[rated_speed rpm], %w[rated_current A]],
    "linear" => [%w[rated_force N], %w[rated_speed m/s], %w[rated_current A]],
    "induction" => [%w[rated_power kW], %w[rated_voltage V], %w[rated_current A], %w[rated_speed rpm]],
    "brushed" => [%w[rated_voltage V], %w[rated_torque N·m], %w[rated_speed rpm], %w[rated_current A]],
    "device" => [%w[lines lines], %w[single_bits bits], ["resolver_pairs", "pole pairs"]],
    "stepper" => [%w[holding_torque N·m], %w[rated_current A], %w[steps steps]]
  }.freeze

  field :part, "string"
  field :note, "string"
  field(:line, "string") do |listed|
    LINE
      .fetch(listed.kind)
      .filter_map do |key, unit|
        listed.facts[key]&.then { |text| text.match?(/[[:alpha:]]/) ? text : "#{text} #{unit}" }
      end
      .join(", ")
  end
  field(:own, "boolean") { |listed| params[:own].include?(listed.part) }
end
