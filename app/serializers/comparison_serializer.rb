# frozen_string_literal: true

class ComparisonSerializer < ApplicationSerializer
  field(:left, "string") { |comparison| comparison.left.id }
  field(:right, "string") { |comparison| comparison.right.id }
  field(:left_title, "string") { |comparison| comparison.left.title }
  field(:right_title, "string") { |comparison| comparison.right.title }
  field(:choices, "{ id: string; title: string }[]") { params[:choices].map { |id, title| { id: id, title: title } } }
  field(:total, "number") { |comparison| comparison.lines.size }
  field(:differing, "number") { |comparison| comparison.differing.size }
  field(:lines, "ComparisonLine[]") do |comparison|
    ComparisonLineSerializer.new(
      params[:all] ? comparison.lines : comparison.differing,
      params: {
        profile: comparison.drive.profile
      }
    ).to_h
  end
end
