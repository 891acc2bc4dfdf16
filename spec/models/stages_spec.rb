# frozen_string_literal: true

require "rails_helper"

# A stage is named in one place: one more of them, at run time, goes through course, finder, routes, types and detail.
RSpec.describe Gallop::Stages, type: :request do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:drive) do
    create_drive(nil).tap { |one| one.update!(family: "haflinger", live: profile.factory, stored: profile.factory) }
  end
  let(:path) { "/drives/#{drive.id}/trial" }
  let(:stage) do
    described_class::Stage.new(
      id: "trial",
      title: "Trial",
      groups: %w[network],
      words: "gain bandwidth wobble",
      form: ->(one, _) { Gallop::Limits.kind(one) }
    )
  end

  around do |example|
    described_class.with(stage) do
      Rails.application.reload_routes!
      example.run
    end
  ensure
    Rails.application.reload_routes!
  end

  it "stands in the course, before what proves it" do
    expect(Course.new(drive).stages.map(&:id)).to eq(
      %w[connect motor feedback mechanics power limits identify tune terminals motion trial verify]
    )
  end

  it "has routes, keeps facts and computes what follows" do
    expect(api(:get, path)["stage"]).to eq("trial")
    api(:put, path, { facts: { direction: "forward" } })
    expect([response.status, drive.reload.given["trial"]]).to eq([200, { "direction" => "forward" }])
  end

  it "is found by its words, and by the values that are settled there" do
    expect(Finder.new(drive.project, drive).find("wobble").map(&:path)).to eq(
      ["/projects/#{drive.project_id}/drives/#{drive.id}/trial"]
    )
    expect(ValueDetail.new(drive, profile.fetch("network.node")).used_by.pluck(:title)).to eq(["Trial"])
  end

  it "is in the interface's types, whose registry of pages is held to them" do
    types = Rails.root.join("frontend/api/types/Stage.ts").read[/id: (.*);/, 1]
    expect(types.scan(/'(\w+)'/).flatten).to eq(described_class.all.map(&:id) - ["trial"])
    expect(Rails.root.join("frontend/stages/registry.ts").read).to include('Record<Stage["id"], Page>')
  end
end
