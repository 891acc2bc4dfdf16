# frozen_string_literal: true

require "rails_helper"

RSpec.describe FaultExplanation do
  let(:project) { Project.create!(name: "Specs") }

  def drive_of(family) =
    project.drives.create!(
      name: family,
      host: "127.0.0.1",
      port: 9,
      family: family,
      identity: {
        "firmware" => "1.1.0"
      }
    )

  # @param columns [Hash{String => Array<Float>}] SI; the rest is zero
  def trace_of(drive, code, settings: {}, **columns)
    profile = drive.profile
    samples = profile.fault_signals.map { |signal| columns.fetch(signal.key.to_sym) { [0.0] * 400 } }
    Trace
      .keep_memory(drive, profile.fault_signals, samples, kind: "fault", fault_code: code, interval: 0.0005, place: 320)
      .tap { |trace| trace.update!(settings: profile.factory.merge(settings)) }
  end

  # Settings as from the works, and signals that are zero, noise, or constant.
  Gallop::Objects::Profile::FAMILIES.each do |family|
    it "says something, or that it is not decided, of every fault of #{family}" do
      drive = drive_of(family)
      random = Chance.named(family)
      columns =
        drive.profile.fault_signals.to_h { |signal| [signal.key.to_sym, Array.new(400) { random.rand(-9.0..9.0) }] }
      drive.profile.faults.each_key do |code|
        [columns, {}, columns.transform_values { |column| [column.first] * 400 }].each do |taken|
          read = FaultExplanationSerializer.new(described_class.new(trace_of(drive, code, **taken))).to_h
          expect(read["headline"]).to be_present
          expect(read["ranking"].map { |row| row[:left_over] }).to all(be_between(0, 1))
          expect(read["applies"] || read["ranking"].empty?).to be(true)
        end
      end
    end
  end

  # A bus of 400 V that loses the mains: 780 µF feed 20 W for the electronics and 100 W for the shaft
  it "takes settings and facts as they were" do
    drive = drive_of("haflinger")
    speed = 100.0
    torque = 1.0
    bus = Array.new(400) { |n| n < 100 ? 325.0 : Math.sqrt([325.0**2 - 2 * 120 * (n - 100) * 0.0005 / 780e-6, 1].max) }
    kt = drive.profile.fetch("motor.torque_constant").then { |entry| entry.figure(entry.default_raw) } / Math.sqrt(2)
    trace =
      trace_of(
        drive,
        0x3220,
        "speed.measured": [speed] * 400,
        "speed.demand": [speed] * 400,
        "current.q": [torque / kt] * 400,
        "bus.voltage": bus
      )
    found = described_class.new(trace)
    expect(found.headline).to eq("Mains low")
    expect(found.cause.sentence).to match(/The bus fell from 325 V to 2\d\d V/)
    expect { described_class.new(trace.tap { |one| one.fault_code = nil }) }.to raise_error(
      Gallop::Objects::Unacceptable
    )
  end
end
