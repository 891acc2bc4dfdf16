# frozen_string_literal: true

require "rails_helper"

# The stages of facts over the API: what is typed is answered at once, what is kept is kept whole.
RSpec.describe "Stages of facts over the API" do
  def drive_of(family)
    factory = Gallop::Objects::Profile.load(family).settings.to_h { |entry| [entry.key, entry.default_raw] }
    create_drive(nil, family.capitalize).tap do |drive|
      drive.update!(family: family, identity: { "firmware" => "1.1.0" }, live: factory)
    end
  end

  let(:drive) { drive_of("haflinger") }
  let(:path) { "/drives/#{drive.id}" }

  it "asks for what the mechanism needs, as soon as it is chosen" do
    expect(api(:get, "#{path}/mechanics")["fields"].pluck("key")).to eq(["mechanism"])
    answer = api(:post, "#{path}/mechanics/compute", { facts: { mechanism: "belt" } })
    expect(answer["fields"].pluck("key")).to include("teeth", "pitch", "load_mass")
    expect(answer["fields"].first["choices"].pluck("id")).to include("screw", "belt", "wheel")
    expect(Fact.count).to eq(0)
  end

  it "keeps facts, shows what follows, and takes proposals into the draft" do
    api(:put, "#{path}/motor", { facts: DriveFactory::CARRIAGE })
    answer =
      api(:put, "#{path}/mechanics", { facts: { mechanism: "screw", lead: "10 mm", load_mass: "40", unit: "µm" } })
    expect(answer["consequences"].pluck("id")).to include("inertia_ratio", "unit_factor")
    api(:post, "#{path}/mechanics/accept", { keys: ["mechanics.feed"] })
    expect(drive.drafts.pluck(:key, :raw)).to eq([["mechanics.feed", 10_000]])
    expect(api(:get, path)["stages"].to_h { |stage| [stage["id"], stage["note"]] }).to include(
      "mechanics" => "to write"
    )
  end

  it "looks from one stage at the others" do
    api(:put, "#{path}/motor", { facts: DriveFactory::CARRIAGE })
    api(:put, "#{path}/mechanics", { facts: { mechanism: "screw", lead: "10", load_mass: "40", slope: "90" } })
    power = api(:put, "#{path}/power", { facts: { mains_voltage: "230" } })
    expect(power["consequences"].pluck("id")).to include("energy_of_a_stop")
    expect(power["findings"].pluck("id")).to include("load_without_brake")
  end

  it "asks a battery drive for its cells, a mains drive for its mains" do
    expect(api(:get, "/drives/#{drive_of("fjord").id}/power")["fields"].pluck("key")).to include("chemistry", "series")
    expect(api(:get, "#{path}/power")["fields"].pluck("key")).to include("mains_voltage")
  end

  it "keeps nothing of a request that is wrong in one place" do
    {
      { mechanism: "levers" } => /none of direct, screw/,
      { mechanism: "screw", lead: "-3" } => /cannot be/,
      { mechanism: "screw", wheelbase: "1" } => /no fact “wheelbase”/,
      { mechanism: "screw", lead: "5 A" } => /current/,
      { mechanism: "screw", gear_motor: "2.5" } => /whole number/
    }.each do |facts, reason|
      api(:put, "#{path}/mechanics", { facts: facts })
      expect([response.status, message]).to match([422, reason])
    end
    [[], "x", 5, nil].each do |facts|
      api(:put, "#{path}/power", { facts: facts })
      expect(response.status).to eq(400)
    end
    expect(Fact.count).to eq(0)
  end

  it "answers random facts with findings or messages, never with an error of its own" do
    random = Chance.named("stages")
    texts = ["0", "-1", "1e9", "x", "", "1/0", "13", "90", "screw", "nmc", "∞", "1" * 201, "a\u0000b"]
    %w[motor mechanics power].each do |stage|
      keys =
        api(
          :post,
          "#{path}/#{stage}/compute",
          { facts: { mechanism: "screw" }.slice(*(stage == "mechanics" ? [:mechanism] : [])).presence || { x: "1" } }
        )[
          "fields"
        ].pluck("key")
      40.times do
        api(:post, "#{path}/#{stage}/compute", { facts: keys.to_h { |key| [key, texts.sample(random: random)] } })
        expect([200, 400, 422]).to include(response.status)
      end
    end
  end
end
