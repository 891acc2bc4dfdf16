# frozen_string_literal: true

module Api
  class ProjectsController < BaseController
    act create: :plan, update: :plan, destroy: :plan

    def index = respond(ProjectSummarySerializer, Project.order(:name))
    def show = respond(ProjectSerializer, project)

    def create
      created = Project.create!(attributes)
      created.logbook_entries.create!(
        kind: "project",
        headline: "Project created",
        author: Current.author.to_s,
        at: Time.current
      )
      respond(ProjectSerializer, created, status: :created)
    end

    def update
      project.update!(attributes)
      respond(ProjectSerializer, project)
    end

    def destroy
      project.drives.each { |drive| drive.authority.permit!(:remove) }
      project.destroy!
      head :no_content
    end

    private

    def project = @project ||= Project.find(params[:id])

    def attributes
      { name: params.key?(:name) ? text(:name) : nil, note: params[:note] && scalar(:note, params[:note]) }.compact
    end
  end
end
