# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Travel do
  # A shaft that goes as it is told, and comes to rest at once.
  instrument =
    Class.new(Gallop::Identify::Instrument) do
      def initialize(stuck_at: Float::INFINITY)
        super()
        @turns = @speed = 0.0
        @stuck_at = stuck_at
      end

      def profile = Gallop::Objects::Profile.load("haflinger")
      FIGURES = {
        "position.actual" => ->(one) { 10_000 * one.turns },
        "feedback.counts_per_turn" => ->(_) { 10_000.0 },
        "feedback.aligned" => ->(_) { 2 },
        "brake.release_time" => ->(_) { 0.0 },
        "control.error_code" => ->(_) { 0 },
        "ramps.deceleration" => ->(_) { 1e4 },
        "limits.backward_speed" => ->(_) { 0.0 }
      }.freeze
      def figure(key) = FIGURES.fetch(key) { ->(_) { 1.0 } }.call(self)
      attr_reader :turns
      def turn(speed) = @speed = speed
      def pause(seconds) = @turns = [@turns + @speed * seconds / (2 * Math::PI), @stuck_at].min
      def report(*) = nil
    end

  def result(turns: 10.0, **told)
    steps = described_class.new(@instrument, turns: turns)
    steps.carry_out
    steps.result(travel: told[:each] * steps.turned, expected: told[:expected])
  end

  before { @instrument = instrument.new }

  it "tells what the load does in a turn" do
    found = result(each: 0.005, expected: 0.005)
    expect(found.figures[:travel]).to be_within(1e-9).of(0.005)
    expect(found.findings).to be_empty
    expect(found.headline).to match(/5\.00 mm in a turn of the motor/)
  end

  {
    0.0025 => [:blocker, /The ratio is 2/],
    0.05 => [:blocker, /The ratio is 10/],
    0.0057 => [:blocker, /off by 14 %\z|off by 14 %\./],
    0.00507 => [:caution, /off by 1.4 %/]
  }.each do |each, (severity, because)|
    it "says when #{1000 * each} mm came where 5 mm are entered" do
      finding = result(each: each, expected: 0.005, turns: 100.0).findings.first
      expect([finding.severity, finding.because]).to match([severity, because])
    end
  end

  it "blames nobody for what a rule cannot tell" do
    expect(result(turns: 1.0, each: 0.00505, expected: 0.005).findings).to be_empty # 0.5 mm of 5 mm
  end

  it "refuses where the shaft goes no further" do
    @instrument = instrument.new(stuck_at: 4.0)
    expect { result(each: 0.005) }.to raise_error(Gallop::Identify::Undecided, /Only 4.00 turns of 10.00 turns/)
  end
end
