# frozen_string_literal: true

require "rails_helper"

RSpec.describe Workshop do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  def review(name, content, workshop = described_class)
    workshop.run(:review, content, family: "haflinger", version: profile.version, name: name, current: profile.factory)
  end

  it "reads as this process would, line by line" do
    content = "key,value\nramps.acceleration,1234\nno.such,1\nmotor.pole_pairs,4\ndevice.label,'=1+1\n"
    here = Gallop::Files::Review.new(profile, Gallop::Files.read("x.csv", content), current: profile.factory)
    there = Gallop::Files::Review.from_plain(profile, review("x.csv", content), current: profile.factory)
    expect(there.lines).to eq(here.lines)
    expect(there.changes.to_h { |line| [line.entry.key, line.raw] }).to eq(
      "ramps.acceleration" => 1234,
      "motor.pole_pairs" => 4,
      "device.label" => "=1+1"
    )
  end

  it "is there again after it was killed, at work or at rest" do
    workshop = described_class.new
    review("x.csv", "key,value\n", workshop)
    Process.kill("KILL", workshop.instance_variable_get(:@pid))
    outcomes =
      Array.new(2) do
        review("x.csv", "key,value\n", workshop)[:format]
      rescue described_class::Failed
        :failed
      end
    expect(outcomes.last).to eq("csv")
  end

  it "is broken off when it takes too long" do
    stub_const("Workshop::PATIENCE", 0.001)
    workshop = described_class.new
    expect { review("x.csv", "key,value\n" + "ramps.acceleration,1\n" * 3000, workshop) }.to raise_error(
      described_class::Failed,
      /takes longer than/
    )
  end

  it "reads large files of nonsense in linear time, and says that no device has that much" do
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    {
      "x.dcf" => "x\n" * 990_000,
      "x.csv" => "x\n" * 990_000,
      "y.dcf" => "[" * 1_900_000,
      "z.dcf" => "x=1\n" * 39_000,
      "x.json" => "[" * 90_000
    }.each { |name, content| expect(review(name, content)[:problems]).not_to be_empty }
    expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).to be < 8
  end
end
