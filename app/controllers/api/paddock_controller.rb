# frozen_string_literal: true

module Api
  # The outside world of the stand-ins, passed through to the paddock's panel.
  class PaddockController < BaseController
    act change: :throw_switch

    def show = render(json: PaddockPanel.drives)

    def change
      changes = request.request_parameters.except("paddock", "name")
      raise Unreadable, "Something to change is expected." if changes.empty?
      odd =
        changes.find do |_, value|
          !(value in true | false | String | Integer) && !(value.is_a?(Float) && value.finite?)
        end
      raise Unreadable, "#{odd.first.truncate(40)}: true, false or a figure is expected." if odd
      render json: PaddockPanel.change(params[:name], changes)
    end
  end
end
