# frozen_string_literal: true

require_relative "paddock_helper"

# Drives whose terminals command them: what core says of the contacts is what the motor does.
RSpec.describe Gallop::Paddock::Firmware::ContactCommand do
  codes = Gallop::Terminals::FUNCTIONS.invert
  machines = ["Carriage", "Web feed", "Squeegee", "Roll tug", "Dye pump", "Doser"]

  # @param functions [Array<Symbol>] of the inputs, from the first on
  define_method(:wired) do |name, *functions, **settings, &block|
    commissioned(name, &block)
    @functions = functions
    functions.each_with_index { |function, n| write("terminals.input_#{n + 1}_function", codes.fetch(function)) }
    write("network.command_source", Gallop::Terminals::BY_TERMINALS)
    settings.each { |key, figure| write(key, figure) }
    pass(0.02)
  end

  def close(*functions) =
    @functions.each_with_index { |one, n| axis.box.contacts[n].operated = functions.include?(one) }
  def axis = @stand_in.axis

  # In the drive's unit of speed.
  def speed = read("speed.actual")
  def fast = 0.1 * read("limits.motor_speed")

  machines.each do |name|
    describe name do
      let(:fixed) { { "network.reference_source" => 4, "references.fixed" => @fixed } }

      before do
        commissioned(name)
        write("limits.torque", 200) if name == "Doser"
        @fixed = (0.1 * read("limits.motor_speed")).round
      end

      def runs?(way)
        pass(2.5)
        expect(speed).to be_within(0.15 * fast).of(way * fast)
      end

      it "starts by two wires in both directions, stops by its ramp, and by an edge alone" do
        wired(name, :forward, :backward, **fixed)
        close(:forward)
        runs?(1)
        expect(read("references.run")).to eq(1)
        close(:backward)
        pass(1.0)
        runs?(-1)
        close
        pass(2.5)
        expect([state, speed.abs]).to match([:ready_to_switch_on, be < 0.02 * fast])
        close(:forward)
        pass(1.0)
        firmware.send(:trip, 0x7121)
        pass(2.0)
        write("control.word", 0x80)
        runs?(0)
        close
        pass(0.1)
        close(:forward)
        runs?(1)
      end

      it "starts by three wires, and is stopped by everybody until it is started anew" do
        wired(name, :forward, :stop, :turn_round, "terminals.start_kind" => 1, **fixed)
        close(:forward)
        pass(0.1)
        close
        runs?(1)
        close(:turn_round)
        pass(1.0)
        runs?(-1)
        close(:stop, :turn_round)
        runs?(0)
        close
        runs?(0)
        close(:forward)
        pass(0.1)
        write("control.word", 0x02)
        runs?(0)
        expect(state).to eq(:switch_on_disabled)
        close
        pass(0.1)
        close(:forward)
        runs?(1)
      end

      it "is switched on by nobody else, and takes a start by a level after a fault" do
        wired(name, :forward, "terminals.start_by" => 1, **fixed)
        [0x07, 0x0F, 0x1F, 0x8F, 0x10F].each do |word|
          expect([word, firmware.objection(entry("control.word"), word)]).to eq([word, :terminals])
        end
        [0x00, 0x02, 0x06, 0x80].each do |word|
          expect([word, firmware.objection(entry("control.word"), word)]).to eq([word, nil])
        end
        close(:forward)
        runs?(1)
        axis.torque_off_a_closed = false
        pass(3.0)
        expect(state).to eq(:fault)
        axis.torque_off_a_closed = true
        pass(0.1)
        write("power_up.resets", 0)
        firmware.command_itself([0, 0x80])
        runs?(1)
      end
    end
  end

  describe "a web feed" do
    let(:by_current) do
      {
        "network.reference_source" => 1,
        "terminals.analog_1_kind" => 3,
        "limits.lowest_speed" => 360, # 12 Hz
        "limits.highest_speed" => 1260, # 42 Hz
        "presets.speed_1" => 600,
        "presets.speed_2" => 900,
        "presets.speed_3" => -600
      }
    end

    before do
      wired("Web feed", :forward, :stop, :preset_1, :preset_2, :reset, "terminals.start_kind" => 1, **by_current)
      write("storage.store", 0x65766173) # the kind of a signal waits for a restart
      pass(0.5)
      @stand_in.mains = false
      pass(3)
      axis.box.sources[0].volts = 2.0
      @stand_in.mains = true
      pass(4)
    end

    def start
      close(:forward)
      pass(0.1)
      close
      pass(4)
    end

    it "keeps its lowest speed at a reference of zero until it is stopped, and no more than its highest" do
      start
      expect(speed).to be_within(8).of(360)
      axis.box.sources[0].volts = 6.0
      pass(3)
      expect(speed).to be_within(10).of(750)
      axis.box.sources[0].volts = 10.0
      pass(4)
      expect(speed).to be_within(12).of(1260)
      close(:stop)
      pass(6)
      expect(rpm).to be_within(1).of(0)
    end

    it "takes presets before the signal" do
      axis.box.sources[0].volts = 6.0
      start
      { [:preset_1] => 600, [:preset_2] => 900, [] => 750 }.each do |pattern, rpm|
        close(*pattern)
        pass(3)
        expect(speed).to be_within(10).of(rpm)
      end
      close(:preset_1, :preset_2)
      pass(6)
      expect(speed).to be_within(10).of(-600)
      expect(read("references.preset")).to eq(3)
    end

    it "does with a broken wire what is set" do
      write("terminals.output_1_function", 3) # on fault
      { 0 => 360, 1 => 360, 3 => 750 }.each do |setting, rpm|
        write("terminals.analog_1_wire_break", setting)
        axis.box.sources[0].volts = 6.0
        start
        axis.box.sources[0].volts = 0.0
        pass(3)
        expect(speed).to be_within(10).of(rpm)
        expect(read("control.status").to_i[7]).to eq(setting.zero? ? 0 : 1)
      end
      write("terminals.analog_1_wire_break", 2)
      pass(5)
      expect([fault, read("terminals.outputs")]).to eq([described_class::WIRE_BROKEN, 1])
      expect(rpm).to be_within(1).of(0)
      axis.box.sources[0].volts = 6.0
      close(:reset)
      pass(3)
      expect([state, fault]).to eq([:switch_on_disabled, 0])
      expect(rpm).to be_within(1).of(0)
    end

    it "coasts where that is how it stops, and ends a jog with the ramp of its own" do
      write("terminals.stop_by", 1)
      start
      close(:stop)
      pass(0.02)
      expect(state).to eq(:switch_on_disabled)
      write("terminals.stop_by", 0)
      write("terminals.input_2_function", codes_of(:jog_backward))
      write("presets.jog_time", 0.2)
      pass(3)
      axis.box.contacts[1].operated = false
      pass(0.1)
      axis.box.contacts[1].operated = true
      pass(0.9)
      expect(speed).to be_within(12).of(-360) # the lowest it goes
    end

    define_method(:codes_of) { |function| codes.fetch(function) }
  end

  it "uses the second ramps while an input asks for it" do
    newer = ->(drive) { drive["firmware"] = "1.1.0" }
    wired("Carriage", :forward, :second_ramps, "network.reference_source" => 4, "references.fixed" => 1000, &newer)
    write("ramps.acceleration", 10_000)
    write("ramps.second_acceleration", 1000)
    close(:forward, :second_ramps)
    pass_until(1) { state == :operation_enabled }
    pass(0.4)
    expect(read("speed.demand")).to be_within(120).of(350)
  end

  it "takes the torque limit from a signal" do
    settings = { "terminals.analog_1_function" => 2, "network.reference_source" => 4, "references.fixed" => 2000 }
    wired("Carriage", :forward, **settings)
    axis.box.sources[0].volts = 0.5 # 5 %
    axis.mechanics.load_torque = 0.3
    close(:forward)
    pass(1.0)
    expect(rpm.abs).to be < 20
    axis.box.sources[0].volts = 10.0
    pass(1.0)
    expect(rpm).to be_within(60).of(2000)
  end

  describe "an axis with limit switches" do
    before { commissioned("Carriage") }

    def switched
      write("terminals.input_5_function", 12)
      write("terminals.input_6_function", 13)
      [5, 6].each do |n|
        write("terminals.input_#{n}_polarity", 1) # opening contacts
        axis.box.contacts[n - 1].operated = true
      end
      pass(0.1)
    end

    it "stops at one, whoever commands, and goes the other way" do
      switched
      write("control.mode", 3)
      enable
      write("speed.target", 600)
      pass(1.0)
      expect(rpm).to be_within(10).of(600)
      axis.box.contacts[5].operated = false
      pass(0.4)
      expect(rpm).to be_within(2).of(0)
      expect([state, read("control.status").to_i[11]]).to eq([:operation_enabled, 1])
      expect(read("terminals.inputs").to_i & 7).to eq(2)
      write("speed.target", -600)
      pass(1.0)
      expect(rpm).to be_within(10).of(-600)
      axis.box.contacts[5].operated = true
      axis.box.contacts[4].operated = false
      pass(0.4)
      expect(rpm).to be_within(2).of(0)
    end

    it "is at fault where it was to go to a place beyond one" do
      switched
      write("control.mode", 1)
      enable
      write("position.target", 20 * 131_072)
      write("control.word", 0x1F)
      pass(1.0)
      expect(rpm.abs).to be > 100
      axis.box.contacts[5].operated = false
      pass(1.0)
      expect([fault, rpm.abs]).to match([described_class::LIMIT_SWITCH, be < 2])
    end
  end

  it "stops at an external fault and a quick stop, whoever commands" do
    commissioned("Carriage")
    write("terminals.input_1_function", codes.fetch(:quick_stop))
    write("terminals.input_2_function", codes.fetch(:external_fault))
    write("control.mode", 3)
    enable
    write("speed.target", 600)
    pass(1.0)
    axis.box.contacts[0].operated = true
    pass(1.0)
    expect([state, rpm.abs]).to match([:switch_on_disabled, be < 2])
    axis.box.contacts[0].operated = false
    pass(0.1)
    enable
    pass(1.0)
    axis.box.contacts[1].operated = true
    pass(1.0)
    expect([fault, rpm.abs]).to match([described_class::EXTERNAL, be < 2])
  end

  # Even one that would stay at standstill with its power stage on: what comes next would be a fault.
  %w[Carriage Web\ feed].each do |name|
    it "lets #{name} come to rest and go without power before torque is taken away, and be started anew" do
      wired(name, :forward, :torque_off_comes, "network.reference_source" => 4, "references.fixed" => 600)
      write("control.quick_stop_option", 6)
      close(:forward)
      pass(3.0)
      expect(speed).to be > 550
      close(:forward, :torque_off_comes)
      pass(1.5)
      expect([speed.abs, firmware.stage_on?]).to match([be < 2, false])
      axis.torque_off_a_closed = axis.torque_off_b_closed = false
      pass(0.5)
      axis.torque_off_a_closed = axis.torque_off_b_closed = true
      close(:forward)
      pass(1.5)
      expect([fault, speed.abs]).to match([0, be < 2])
      close
      pass(0.1)
      close(:forward)
      pass(3.0)
      expect(speed).to be > 550
    end
  end
end
