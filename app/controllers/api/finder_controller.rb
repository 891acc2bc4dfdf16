# frozen_string_literal: true

module Api
  class FinderController < BaseController
    def show
      project = Project.find(record(:project_id))
      chosen = params[:drive_id].presence && project.drives.find_by(id: record(:drive_id))
      respond(HitSerializer, Finder.new(project, chosen).find(scalar(:query, params[:query])))
    end
  end
end
