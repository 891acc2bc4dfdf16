# frozen_string_literal: true

require_relative "paddock_helper"

# Moves that contacts choose and trigger, seen at the shaft of the plant and in time.
RSpec.describe Gallop::Paddock::Firmware::StoredMoves do
  def ready(name, *functions, **settings)
    commissioned(name)
    @functions = functions
    codes = Gallop::Terminals::FUNCTIONS.invert
    functions.each_with_index { |function, n| write("terminals.input_#{n + 1}_function", codes.fetch(function)) }
    write("control.mode", 1)
    write("network.command_source", 2)
    settings.each { |key, figure| write(key, figure) }
    close(:forward)
    pass_until(5) { firmware.loops_run? } # one aligns itself first
    pass(0.2)
    @from = place
  end

  # Those contacts alone.
  def close(*functions)
    @functions.each_with_index { |one, n| @stand_in.axis.box.contacts[n].operated = functions.include?(one) }
  end

  def trigger(*bits)
    close(:forward, *bits)
    pass(0.05)
    close(:forward, *bits, :move_trigger)
    pass(0.05)
    close(:forward, *bits)
  end

  # Turns of the motor, by the plant, from where it was made ready
  def place = @stand_in.axis.mechanics.angle / (2 * Math::PI)
  def gone = place - @from

  def moves(**by_number)
    by_number.to_h.flat_map { |n, move| move.map { |what, figure| ["moves.#{what}_#{n}", figure] } }.to_h
  end

  [["Carriage", 131_072], ["Doser", 10_000]].each do |name, turn|
    it "goes where the pattern of #{name} says, with the speed and rate of the move, and there and back in a chain" do
      ready(
        name,
        :forward,
        :move_trigger,
        :move_bit_1,
        :move_bit_2,
        **moves(
          "1": {
            kind: 1,
            position: 2 * turn,
            speed: 120,
            acceleration: 1200
          },
          "2": {
            kind: 1,
            position: -turn,
            speed: 60,
            acceleration: 1200,
            next: 4,
            dwell: 400
          },
          "4": {
            kind: 1,
            position: turn,
            speed: 60,
            acceleration: 1200
          }
        )
      )
      trigger
      pass(0.5)
      expect([read("moves.in_force"), read("speed.actual")]).to match([1, be_within(10).of(120)])
      # 2 turns at 2 turns a second and 0.1 s of ramp
      pass(1.1 - 0.6 - 0.05)
      expect(read("moves.in_force")).to eq(1)
      pass(0.3)
      expect([read("moves.in_force"), gone]).to match([0, be_within(0.01).of(2)])
      trigger(:move_bit_1)
      pass(1.2)
      expect([read("moves.in_force"), gone]).to match([2, be_within(0.01).of(1)])
      pass(0.9)
      expect(read("moves.in_force")).to eq(4)
      pass(1.0)
      expect([read("moves.in_force"), gone, fault]).to match([0, be_within(0.01).of(2), 0])
    end
  end

  one = { "1": { kind: 1, position: 131_072, speed: 120, acceleration: 1200 } }

  { 1 => [0, 1], 2 => [1, 2], 0 => [1, 1] }.each do |kind, turns|
    it "takes the edges of trigger #{kind} alone" do
      ready("Carriage", :forward, :move_trigger, **moves(**one), "terminals.move_trigger" => kind)
      seen =
        [true, false].map do |on|
          close(:forward, *(on ? [:move_trigger] : []))
          pass(1.2)
          gone.round(2)
        end
      expect(seen).to eq(turns.map(&:to_f))
    end
  end

  it "moves as long as the trigger is on, stands on its way, and goes on" do
    ready("Carriage", :forward, :move_trigger, **moves(**one), "terminals.move_trigger" => 3)
    close(:forward, :move_trigger)
    pass(0.3)
    close(:forward)
    pass(0.5)
    expect([gone, rpm.abs, read("moves.in_force")]).to match([be_within(0.15).of(0.5), be < 2, 1])
    close(:forward, :move_trigger)
    pass(1.0)
    expect([gone.round(2), read("moves.in_force")]).to eq([1.0, 0])
  end

  it "is held to the envelope, and ends with the start, with STOP, and at the end of the travel" do
    ready(
      "Carriage",
      :forward,
      :move_trigger,
      **moves("1": { kind: 1, position: 10 * 131_072, speed: 1200, acceleration: 12_000 }),
      "envelope.speed" => 10
    )
    trigger
    pass(1.0)
    expect(rpm).to be_within(10).of(300)
    close
    pass(1.0)
    expect([rpm.abs, read("moves.in_force"), firmware.stage_on?]).to match([be < 2, 0, false])
    close(:forward)
    pass(1.0)
    expect([rpm.abs, read("moves.in_force")]).to match([be < 2, 0])
    trigger
    pass(0.5)
    write("control.word", 2)
    pass(1.5)
    expect([rpm.abs, read("moves.in_force"), firmware.stage_on?]).to match([be < 2, 0, false])
    close
    pass(0.1)
    low, high = read("position.actual") - 131_072, read("position.actual") + 131_072
    write("position.limit_low", low)
    write("position.limit_high", high)
    close(:forward)
    pass(0.5)
    before = place
    trigger
    pass(2.0)
    expect(place - before).to be_within(0.02).of(1)
  end

  it "moves nothing by a trigger that is on already, by one without a start, and while the network commands" do
    ready("Carriage", :forward, :move_trigger, **moves(**one))
    close(:move_trigger)
    pass(1.0)
    close(:forward, :move_trigger)
    pass(1.0)
    expect([gone.abs, firmware.stage_on?]).to match([be < 0.01, true])
    close
    pass(1.0)
    write("network.command_source", 0)
    enable
    pass(0.2)
    close(:move_trigger)
    pass(1.0)
    expect(gone.abs).to be < 0.01
  end
end
