# frozen_string_literal: true

require "rails_helper"

RSpec.describe "The library of motors", type: :request do
  include ApiCalls

  let(:drive) { create_drive(nil).tap { |drive| drive.update!(family: "haflinger") } }

  def facts =
    api(:get, "/drives/#{drive.id}/motor")["fields"].to_h { |field| [field["key"], field.values_at("text", "source")] }

  it "finds by a few letters, of the kind that the drive takes" do
    hits = api(:get, "/motors?kind=synchronous&q=80-08")
    expect(hits.first).to include("part" => "Kestrel 80-08", "line" => "2.38 N·m, 3000 rpm, 2.8 A", "own" => false)
    expect(api(:get, "/motors?kind=induction&q=heron").size).to be > 6
    expect(api(:get, "/motors?q=zebra")).to eq([])
  end

  it "puts a motor's data into the facts, and keeps the top speed that the machine allows" do
    StageFacts.named("motor").new(drive).keep("top_speed" => "1800", "voltage_form" => "phase_peak")
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Kestrel 60-04" })
    expect(facts).to include(
      "type" => ["Kestrel 60-04", "library"],
      "torque_constant" => %w[0.488 library],
      "top_speed" => %w[1800 typed],
      "voltage_form" => ["", nil]
    )
    api(:put, "/drives/#{drive.id}/motor", { facts: { rated_torque: "1.3" } })
    expect(facts["rated_torque"]).to eq(%w[1.3 typed])
  end

  it "refuses a motor of another kind, and one that there is not" do
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Heron 90L-4" })
    expect([response.status, message]).to match([422, /no motor for this drive/])
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Zebra" })
    expect([response.status, message]).to match([422, /no such motor/])
    expect(drive.facts.count).to eq(0)
  end

  it "asks for the family first, where it is not known" do
    unknown = create_drive(nil, "Nobody")
    api(:post, "/drives/#{unknown.id}/motor/library", { part: "Kestrel 60-04" })
    expect([response.status, message]).to match([422, /its family is known/])
    api(:post, "/motors", { drive_id: unknown.id, part: "Owl" })
    expect([response.status, message]).to match([422, /its family is known/])
  end

  it "keeps a motor of one's own when it is complete" do
    api(:post, "/motors", { drive_id: drive.id, part: "Owl 7" })
    expect([response.status, message]).to match([422, /not complete: rated_torque is missing/])
    StageFacts.named("motor").new(drive).keep(DriveFactory::CARRIAGE)
    api(:post, "/motors", { drive_id: drive.id, part: "Owl 7" })
    expect(api(:get, "/motors?q=owl").first).to include("part" => "Owl 7", "own" => true)
    api(:delete, "/motors/Owl%207")
    expect([response.status, OwnMotor.count]).to eq([204, 0])
  end

  it "goes out as a table and comes in again, all or nothing" do
    host! "127.0.0.1"
    get "/api/motors/table"
    table = response.body
    expect(response.media_type).to eq("text/csv")
    owl = Gallop::Motors::Library.read(table).first.with(part: "Owl 1", note: "mine")
    added = Gallop::Motors::Library.write([owl])
    expect(api(:post, "/motors", { content: Base64.strict_encode64(table) })).to eq("taken" => 0)
    expect(api(:post, "/motors", { content: Base64.strict_encode64(added) })).to eq("taken" => 1)
    bad =
      Gallop::Motors::Library.write(
        [owl.with(part: "Owl 2"), owl.with(part: "Owl 3", facts: owl.facts.merge("rated_torque" => "x"))]
      )
    api(:post, "/motors", { content: Base64.strict_encode64(bad) })
    expect([response.status, message]).to match([422, /\ALine 3: Owl 3: rated_torque: .*Nothing was taken/])
    api(
      :post,
      "/motors",
      { content: Base64.strict_encode64(Gallop::Motors::Library.write([owl.with(part: "Kestrel 60-04")])) }
    )
    expect([response.status, message]).to match([422, /comes with Gallop/])
    expect(OwnMotor.pluck(:part)).to eq(["Owl 1"])
  end
end
