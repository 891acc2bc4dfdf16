# frozen_string_literal: true

module Api
  class ComparisonsController < BaseController
    act take: :plan

    before_action :family!

    def show =
      respond(ComparisonSerializer, comparison, choices: Comparison.choices(drive), all: params[:all] == "true")
    def take = render(json: { drafted: comparison.take(list(:keys)) })

    private

    def comparison = Comparison.new(drive, text(:left), text(:right))
  end
end
