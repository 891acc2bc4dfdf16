# frozen_string_literal: true

require "rails_helper"

# What can be told from traces that are kept.
RSpec.describe "Traces that are kept", type: :request do
  include_context "with a recorder"

  describe "a trace that is looked into" do
    let(:at) { Array.new(2000) { |n| n / 1000.0 } }
    let(:trace) { kept(0.2, "position_loop.gain" => 100, "position_loop.window" => 5) }

    # A demand of 0 to 100 at 0.5 s, and a lag behind it
    def kept(lag, settings)
      demand = at.map { |t| t < 0.5 ? 0.0 : 100.0 }
      actual = at.map { |t| t < 0.5 ? 0.0 : 100 * (1 - Math.exp(-(t - 0.5) / lag)) }
      sine = at.map { |t| 3 * Math.sin(2 * Math::PI * 50 * t) }
      signals = %w[speed.demand speed.measured current.q].map { |key| drive.profile.signal(key) }
      columns = [demand, actual].map { |column| column.map { |rpm| rpm * Math::PI / 30 } } + [sine]
      Trace
        .keep_memory(drive, signals, columns, kind: "memory", interval: 0.001, place: 0)
        .tap { |trace| trace.update!(settings: settings) }
    end

    it "has figures of each signal, and of how the actual follows, between any two times" do
      read = api(:get, "/traces/#{trace.id}/figures")
      expect(read["rows"].find { |row| row["key"] == "current.q" }).to include(
        "unit" => "A",
        "rms" => be_within(0.001).of(3 / Math.sqrt(2))
      )
      expect(read["pairs"]).to contain_exactly(
        include(
          "name" => "Speed in the loop",
          "unit" => "rpm",
          "rise" => be_within(1e-3).of(0.2 * Math.log(9)),
          "settling" => be_within(2e-3).of(0.2 * Math.log(50))
        )
      )
      late = api(:get, "/traces/#{trace.id}/figures?from=0&to=0.4")
      expect(late["pairs"].first).to include("error_rms" => 0.0, "rise" => nil)
      api(:get, "/traces/#{trace.id}/figures?from=soon")
      expect(response.status).to eq(400)
    end

    it "has a spectrum with its lines" do
      expect(api(:get, "/traces/#{trace.id}/spectrum?signal=current.q")["lines"].first).to match(
        "frequency" => be_within(0.01).of(50),
        "amplitude" => be_within(0.01).of(3)
      )
      api(:get, "/traces/#{trace.id}/spectrum?signal=current.q&from=0&to=0.001")
      expect([response.status, message]).to match([422, /Too few samples/])
      api(:get, "/traces/#{trace.id}/spectrum?signal=nothing")
      expect(response.status).to eq(404)
    end

    it "is held against another one, by figures and by the settings that differ" do
      other = kept(0.1, "position_loop.gain" => 200, "position_loop.window" => 5)
      read = api(:get, "/traces/compare?ids=#{trace.id},#{other.id}")
      settling = read["lines"].find { |line| line["figure"] == "settling" }
      expect(settling).to include(
        "signal" => "Speed in the loop",
        "unit" => "s",
        "values" => [be_within(0.01).of(0.782), be_within(0.01).of(0.391)]
      )
      expect(read["settings"].map { |row| row.slice("key", "values") }).to eq(
        [
          {
            "key" => "position_loop.gain",
            "values" => [100, 200].map { |raw| drive.profile.fetch("position_loop.gain").show(raw) }
          }
        ]
      )
      api(:get, "/traces/compare?ids=#{trace.id}")
      expect(response.status).to eq(400)
      api(:get, "/traces/compare?ids=#{trace.id},999999")
      expect(response.status).to eq(404)
    end

    it "has signals that are worked out of others" do
      path = "/traces/#{trace.id}/derived"
      api(:post, path, { kind: "difference", of: "speed.demand", other: "speed.measured" })
      api(:post, path, { kind: "derivative", of: "derived.1", name: "Rate of the error" })
      read = api(:post, path, { kind: "scale", of: "current.q", factor: 0.5, unit: "N·m" })
      expect(read["signals"].last(3).pluck("name", "unit")).to eq(
        [["Demanded speed − Speed in the loop", "rpm"], ["Rate of the error", "rpm/s"], ["Current, q, scaled", "N·m"]]
      )
      columns = samples(trace)
      expect(columns.size).to eq(7)
      expect(columns[4][700]).to be_within(1e-3).of(100 * Math.exp(-1))
      expect(columns[5][700]).to be_within(0.1).of(-100 / 0.2 * Math.exp(-1))
      api(:post, path, { kind: "difference", of: "speed.demand", other: "current.q" })
      expect([response.status, message]).to match([422, /there is no difference between them/])
      api(:delete, "#{path}/derived.1")
      expect([response.status, message]).to match([422, /“Rate of the error” is worked out of it/])
      api(:delete, "#{path}/derived.2")
      expect(api(:delete, "#{path}/derived.1")["signals"].size).to eq(4)
    end
  end
end
