# frozen_string_literal: true

require "rails_helper"

RSpec.describe Discovery, :paddock do
  def search(*places)
    described_class.start(places)
    wait_until("the end of the search") { !described_class.running? }
  end

  def places = @paddock.ports.values.map { |port| ["127.0.0.1", port] }
  def sighting(name) = Sighting.find_by!(port: @paddock.port(name))

  it "finds who answers, with identity and network settings" do
    search(*places, ["127.0.0.1", 1])
    expect(Sighting.pluck(:port)).to match_array(@paddock.ports.values)
    expect(sighting("Carriage")).to have_attributes(answering: true, serial: "20417", node: 1)
    expect(sighting("Carriage").settings["network.hardware_address"]).to eq("02:47:50:00:4F:C1")
  end

  it "keeps a silent drive listed until it is forgotten, and looks for it again by itself" do
    search(*places)
    seen = sighting("Carriage").last_seen_at
    @paddock.set("Carriage", mains: false)
    wait_until("dark") { @paddock.see("Carriage")["state"] == "off" }
    search
    expect(sighting("Carriage")).to have_attributes(answering: false, last_seen_at: seen)
    expect(sighting("Web feed")).to have_attributes(answering: true)
    sighting("Carriage").destroy!
    search
    expect(Sighting.pluck(:port)).not_to include(@paddock.port("Carriage"))
  end

  it "points out drives with one node number or address" do
    search(*places)
    expect(DiscoveryView.new.duplicates.pluck(:headline)).to contain_exactly(
      /3 drives have the node number 1/,
      /2 drives have the address 192\.168\.30\.11/
    )
  end

  it "remembers that another drive was in a place before" do
    search(*places)
    sighting("Carriage").update!(identity: sighting("Carriage").identity.merge("serial" => "777"))
    search
    expect(sighting("Carriage")).to have_attributes(serial: "20417", previous_serial: "777")
  end

  it "says what listens and is no drive" do
    stranger = TCPServer.new("127.0.0.1", 0)
    host = Thread.new { loop { stranger.accept.close } }
    search(["127.0.0.1", stranger.addr[1]])
    expect(described_class.strangers.map(&:message)).to contain_exactly(/closed the connection|connection broke/)
  ensure
    host&.kill
    stranger&.close
  end

  it "runs once at a time, and can be cancelled" do
    quiet = TCPServer.new("127.0.0.1", 0)
    described_class.start([["127.0.0.1", quiet.addr[1]]])
    expect { described_class.start([]) }.to raise_error(described_class::Busy)
    described_class.cancel
    wait_until("the end of the search") { !described_class.running? }
    expect(described_class.scan).to be_cancelled
  ensure
    quiet&.close
  end
end
