# frozen_string_literal: true

require "rails_helper"

RSpec.describe "A drive set up like another", type: :request do
  include DriveFactory
  include ApiCalls

  # Never connected: of a family that is known.
  def drive(name, family: "fjord") =
    create_drive(nil, name).tap { |one| one.update!(family: family, identity: { "firmware" => "1.1.0" }) }

  let(:left) { drive("Left") }
  let(:right) { drive("Right") }
  let(:path) { "/drives/#{right.id}/twin" }

  before do
    StageFacts.named("motor").new(left).keep(DriveFactory::ROLL_TUG)
    left.reload.draft_all(
      { "pulse.centre" => 1480, "feedback.commutation_offset" => 300, "limits.motor_speed" => 2400 }
    )
    StageFacts.named("motor").new(right).keep("rated_torque" => "1")
  end

  it "takes facts and values in one act, and leaves what is its own" do
    expect(api(:get, "#{path}?of=#{left.id}")).to eq(
      "facts" => DriveFactory::ROLL_TUG.size,
      "replaced" => 1,
      "values" => 2,
      "place" => 2
    )
    expect(api(:post, path, { of: left.id, confirm: true })).to eq(
      "facts" => DriveFactory::ROLL_TUG.size,
      "drafted" => 2
    )
    expect(right.reload.given).to eq(left.reload.given)
    expect(right.drafts.to_h { |draft| [draft.key, draft.raw] }).to eq(
      "pulse.centre" => 1480,
      "limits.motor_speed" => 2400
    )
    expect(LogbookEntry.order(:id).last.headline).to eq("Set up like Left")
  end

  it "follows it over their line in the same act, a third one after the second, and no one that follows itself" do
    api(:post, path, { of: left.id, confirm: true, follow: true })
    followed = { "network.command_source" => 4, "network.reference_source" => 8, "team.place" => 2 }
    expect(right.reload.drafted_values).to include(**followed, "team.size" => 2, "pulse.centre" => 1480)
    expect(left.reload.drafted_values).to include("team.place" => 1, "team.size" => 2, "network.command_source" => 0)
    third = drive("Middle")
    expect(api(:get, "/drives/#{third.id}/twin?of=#{left.id}")["place"]).to eq(3)
    api(:post, "/drives/#{third.id}/twin", { of: left.id, confirm: true, follow: true })
    expect([third.reload.drafted_values["team.place"], left.reload.drafted_values["team.size"]]).to eq([3, 3])
    api(:post, "/drives/#{third.id}/twin", { of: right.id, confirm: true, follow: true })
    expect([response.status, message]).to match([422, /Right is led by another drive itself/])
  end

  it "asks for a yes, and refuses itself, another family and nobody" do
    api(:post, path, { of: left.id })
    expect([response.status, message]).to match([400, /explicit yes/])
    api(:get, "#{path}?of=#{right.id}")
    expect([response.status, message]).to match([422, /that drive itself/])
    api(:post, path, { of: drive("Feed", family: "shire").id, confirm: true })
    expect([response.status, message]).to match([422, /do not fit each other/])
    api(:get, "#{path}?of=#{Drive.maximum(:id) + 1}")
    expect(response.status).to eq(404)
    expect(right.reload.facts.count).to eq(1)
  end
end
