# frozen_string_literal: true

require "rails_helper"

RSpec.describe Link::Feed do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:raw) { profile.live.to_h { |entry| [entry.key, 0] } }
  # A page, as far as the feed knows it.
  let(:page) do
    Struct.new(:shown, :heard) do
      def showing(drive_id) = shown[drive_id]
      def tell(text, **) = heard << JSON.parse(text)
    end
  end
  let(:pages) { [] }

  after { pages.each { |one| described_class.leave(one) } }

  def sample(at, **figures) = Link::Sample.new(at: at, raw: raw.merge(figures.transform_keys(&:to_s)), profile: profile)

  def open_page(drive: 7, figures: ["speed.actual"], every: 0, charted: [])
    shown =
      Link::Showing.read(
        "drives" => {
          drive.to_s => {
            "layout" => 3,
            "figures" => figures,
            "every" => every,
            "charted" => charted
          }
        }
      )
    page.new(shown, []).tap { |one| pages << one && described_class.join(one) }
  end

  it "tells each page the figures that it shows, in its order, and leaves a place empty that the drive has not" do
    one = open_page(figures: %w[bus.voltage speed.actual])
    other = open_page(figures: ["motor.smell"])
    none = open_page(drive: 8)
    described_class.live(7, sample(2.5, "bus.voltage": 3250, "speed.actual": 12_000_000))
    figures = %w[bus.voltage speed.actual].zip([3250, 12_000_000]).map { |key, value| profile.fetch(key).figure(value) }
    expect(one.heard).to eq(
      [{ "drive" => 7, "at" => 2500.0, "layout" => 3, "live" => figures, "state" => "Not ready to switch on" }]
    )
    expect([other.heard.first["live"], none.heard]).to eq([[nil], []])
  end

  it "tells a page that only glances now and then, and at once when the state is another" do
    glancing = open_page(every: 250)
    [0.0, 0.05, 0.1, 0.24, 0.3].each { |at| described_class.live(7, sample(at)) }
    described_class.live(7, sample(0.32, "control.status": 0x27))
    expect(glancing.heard.map { |message| message["at"] }).to eq([0.0, 240.0, 320.0])
  end

  it "says that something has changed once it is in the database, and not at all when it does not get there" do
    one = open_page
    ActiveRecord::Base.transaction do
      described_class.changed(7, "tray")
      expect(one.heard).to eq([])
    end
    expect(one.heard).to eq([{ "drive" => 7, "changed" => ["tray"] }])
    ActiveRecord::Base.transaction do
      described_class.changed(7, "values")
      raise ActiveRecord::Rollback
    end
    expect(one.heard.size).to eq(1)
  end

  it "takes from a page only what can be a list of figures" do
    [
      nil,
      [],
      3,
      {},
      { "drives" => [] },
      { "drives" => { "1" => ["x"] } },
      { "drives" => { "1" => { "layout" => 1, "figures" => [1], "every" => 0, "charted" => [] } } },
      { "drives" => { "1" => { "layout" => 1, "figures" => ["x"] * 81, "every" => 0, "charted" => [] } } }
    ].each { |message| expect([message, Link::Showing.read(message)]).to eq([message, nil]) }
  end

  it "gives the past of figures as columns, where there is a link" do
    samples = [sample(1.0, "speed.actual": 1_000_000), sample(1.05)]
    allow(Link::Registry).to receive(:[]).with(7).and_return(instance_double(Link::Connection, samples: samples))
    past = JSON.parse(described_class.past(7, %w[speed.actual motor.smell]))["past"]
    expect(past).to eq(
      "at" => [1000.0, 1050.0],
      "keys" => %w[speed.actual motor.smell],
      "columns" => [[profile.fetch("speed.actual").figure(1_000_000), 0.0], [nil, nil]]
    )
    allow(Link::Registry).to receive(:[]).and_return(nil)
    expect(described_class.past(8, ["speed.actual"])).to be_nil
  end
end
