# frozen_string_literal: true

require_relative "paddock_helper"

# Lines that are lost, seen by the index; and what absolute devices know after power-up.
RSpec.describe Gallop::Paddock::Firmware::IndexCheck do
  def turning(lost:, index: 2)
    commissioned("Carriage") do |drive|
      drive["feedback"] = { "counts_per_turn" => 10_000, "kind" => "incremental", "lost_counts" => lost }
    end
    { "feedback.kind" => 1, "feedback.counts_per_turn" => 10_000, "feedback.index" => index }.each do |pair|
      write(*pair)
    end
    start_anew
    enable
    pass_until(5) { firmware.loops_run? }
    write("speed.target", 300)
    pass(1.0)
  end

  it "finds more than two of them, either way, and only where it shall look" do
    [3.0, -3.0].each do |lost|
      turning(lost: lost)
      expect([state, fault]).to eq([:fault, 0x7308])
    end
    turning(lost: 2.0)
    expect([state, fault]).to eq([:operation_enabled, 0])
    write("speed.target", -300)
    pass(1.0)
    expect([state, fault]).to eq([:operation_enabled, 0])
    turning(lost: 3.0, index: 1)
    expect([state, fault]).to eq([:operation_enabled, 0])
  end

  describe "an absolute device" do
    def started(kind, bits, at:)
      commissioned("Carriage")
      write("feedback.kind", kind)
      write("feedback.multi_turn_bits", bits)
      write("storage.store", 0x65766173)
      pass(1.0)
      mechanics = @stand_in.axis.mechanics
      push = at * 2 * Math::PI - mechanics.angle
      %i[@angle @load_angle].each do |name|
        next unless mechanics.instance_variable_defined?(name)
        mechanics.instance_variable_set(name, mechanics.instance_variable_get(name) + push)
      end
      @stand_in.restart
      pass(3.0)
      read("position.actual") / 131_072.0
    end

    it "tells the place within its turns, and no others" do
      offset = started(2, 0, at: 0.0)
      expect(offset).to be_between(0, 1)
      expect(started(2, 0, at: 5.0)).to be_within(1e-4).of(offset)
      expect(started(3, 2, at: 5.0)).to be_within(1e-4).of(1 + offset)
      expect(started(3, 2, at: -1.0)).to be_within(1e-4).of(3 + offset)
      expect(started(3, 12, at: 5.0)).to be_within(1e-4).of(5 + offset)
    end
  end
end
