# frozen_string_literal: true

require "rails_helper"

RSpec.describe "The library of motors", type: :request do
  include ApiCalls

  let(:drive) { create_drive(nil).tap { |drive| drive.update!(family: "haflinger") } }

  def facts =
    api(:get, "/drives/#{drive.id}/motor")["fields"].to_h { |field| [field["key"], field.values_at("text", "source")] }

  it "finds by a few letters, of the kind that the drive takes" do
    hits = api(:get, "/library?kind=synchronous&q=80-08")
    expect(hits.first).to include("part" => "Kestrel 80-08", "line" => "2.38 N·m, 3000 rpm, 2.8 A", "own" => false)
    expect(api(:get, "/library?kind=induction&q=heron").size).to be > 6
    expect(api(:get, "/library?q=zebra")).to eq([])
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

  it "brings device and brake of a motor over, where nothing was typed yet" do
    taken = api(:post, "/drives/#{drive.id}/motor/library", { part: "Kestrel 80-08 B" })
    expect(taken["others"]).to eq(%w[Feedback Power])
    given = drive.facts.reload.to_h { |fact| ["#{fact.stage}.#{fact.key}", [fact.text, fact.source]] }
    expect(given).to include(
      "feedback.type" => ["Newt 2500 H", "library"],
      "feedback.device" => %w[incremental_halls library],
      "feedback.lines" => %w[2500 library],
      "power.brake_release" => %w[45 library]
    )
    StageFacts.named("feedback").new(drive.reload).keep("cable" => "12")
    expect(api(:post, "/drives/#{drive.id}/motor/library", { part: "Kestrel 60-04" })["others"]).to eq([])
    findings = api(:get, "/drives/#{drive.id}/feedback")["findings"].pluck("id")
    expect(findings).to include("other_than_motor_has", "known_of_device")
    api(:post, "/drives/#{drive.id}/feedback/library", { part: "Skink 17" })
    stage = api(:get, "/drives/#{drive.id}/feedback")
    texts = stage["fields"].to_h { |field| field.values_at("key", "text") }
    expect(texts).to include("type" => "Skink 17", "single_bits" => "17", "cable" => "12")
    expect(texts).not_to include("lines")
    expect(stage["findings"].pluck("id")).not_to include("other_than_motor_has")
  end

  it "keeps a device of one's own" do
    api(
      :put,
      "/drives/#{drive.id}/feedback",
      { facts: { device: "incremental", lines: "3600", index: "yes", cable: "9" } }
    )
    api(:post, "/library", { drive_id: drive.id, stage: "feedback", part: "Lizard 36" })
    expect(response.status).to eq(201), response.body
    hit = api(:get, "/library?kind=device&q=lizard").first
    expect(hit).to include("line" => "3600 lines", "own" => true)
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Lizard 36" })
    expect([response.status, message]).to match([422, /no motor for this drive/])
  end

  it "refuses a motor of another kind, and one that there is not" do
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Heron 90L-4" })
    expect([response.status, message]).to match([422, /no motor for this drive/])
    api(:post, "/drives/#{drive.id}/motor/library", { part: "Zebra" })
    expect([response.status, message]).to match([422, /no such part/])
    expect(drive.facts.count).to eq(0)
  end

  it "asks for the family first, where it is not known" do
    unknown = create_drive(nil, "Nobody")
    api(:post, "/drives/#{unknown.id}/motor/library", { part: "Kestrel 60-04" })
    expect([response.status, message]).to match([422, /its family is known/])
    api(:post, "/library", { drive_id: unknown.id, part: "Owl" })
    expect([response.status, message]).to match([422, /its family is known/])
  end

  it "keeps a motor of one's own when it is complete" do
    api(:post, "/library", { drive_id: drive.id, part: "Owl 7" })
    expect([response.status, message]).to match([422, /not complete: rated_torque is missing/])
    StageFacts.named("motor").new(drive).keep(DriveFactory::CARRIAGE)
    api(:post, "/library", { drive_id: drive.id, part: "Owl 7" })
    expect(api(:get, "/library?q=owl").first).to include("part" => "Owl 7", "own" => true)
    api(:delete, "/library/Owl%207")
    expect([response.status, OwnPart.count]).to eq([204, 0])
  end

  it "goes out as a table and comes in again, all or nothing" do
    host! "127.0.0.1"
    get "/api/library/table"
    table = response.body
    expect(response.media_type).to eq("text/csv")
    owl = Gallop::Library.read(table).first.with(part: "Owl 1", note: "mine")
    added = Gallop::Library.write([owl])
    expect(api(:post, "/library", { content: Base64.strict_encode64(table) })).to eq("taken" => 0)
    expect(api(:post, "/library", { content: Base64.strict_encode64(added) })).to eq("taken" => 1)
    bad =
      Gallop::Library.write(
        [owl.with(part: "Owl 2"), owl.with(part: "Owl 3", facts: owl.facts.merge("rated_torque" => "x"))]
      )
    api(:post, "/library", { content: Base64.strict_encode64(bad) })
    expect([response.status, message]).to match([422, /\ALine 3: Owl 3: rated_torque: .*Nothing was taken/])
    api(
      :post,
      "/library",
      { content: Base64.strict_encode64(Gallop::Library.write([owl.with(part: "Kestrel 60-04")])) }
    )
    expect([response.status, message]).to match([422, /comes with Gallop/])
    expect(OwnPart.pluck(:part)).to eq(["Owl 1"])
  end
end
