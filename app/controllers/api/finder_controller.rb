# frozen_string_literal: true

module Api
  class FinderController < BaseController
    def show
      project = Project.find(params.require(:project_id))
      chosen = project.drives.find_by(id: params[:drive_id])
      respond(HitSerializer, Finder.new(project, chosen).find(scalar(:query, params[:query])))
    end
  end
end
