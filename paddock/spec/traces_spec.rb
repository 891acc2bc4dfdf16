# frozen_string_literal: true

require_relative "paddock_helper"

# What the drive takes down at the rate of its loops, and how it comes over the wire.
RSpec.describe Gallop::Paddock::Firmware::TraceMemory do
  def arm(signals:, length: 400, pre: 25, divider: 1, first: {}, second: {})
    8.times { |n| write("trace.signal_#{n + 1}", number(signals[n])) }
    write("trace.length", length)
    write("trace.pre_trigger", pre)
    write("trace.divider", divider)
    [first, second].each.with_index(1) { |condition, n| set_trigger(n, **condition) }
    write("trace.command", Gallop::Traces::ARM)
  end

  def set_trigger(n, kind: "none", signal: nil, level: 0.0, mask: 1)
    write("trace.trigger_#{n}_kind", Gallop::Traces::TRIGGERS.index(kind))
    write("trace.trigger_#{n}_signal", number(signal))
    write("trace.trigger_#{n}_level", level)
    write("trace.trigger_#{n}_mask", mask)
  end

  def number(key) = key ? @stand_in.profile.signal(key).number : 0
  def trace_state = read("trace.state")
  def await_trace(within = 3.0) = pass_until(within) { trace_state == Gallop::Traces::COMPLETE }
  def samples(channel = 0) = Gallop::Traces.unpack(firmware.trace_memory.samples(channel))
  def place = read("trace.trigger_place")

  def turning(name = "Carriage", speed: 200)
    commissioned(name)
    enable
    write("speed.target", speed)
    pass(1.0)
  end

  it "takes every period of the fastest loop, and as many before the trigger as were asked for" do
    turning
    arm(signals: %w[feedback.count speed.demand], first: { kind: "rises", signal: "speed.demand", level: 22.0 })
    pass(0.1)
    expect(trace_state).to eq(Gallop::Traces::WAITING)
    write("speed.target", 400)
    expect(await_trace).to be(true)
    expect([samples(0).size, place]).to eq([400, 100])
    demand = samples(1)
    expect(demand.each_cons(2).find_index { |before, now| before <= 22.0 && now > 22.0 } + 1).to eq(100)
    # 200 rpm and a little, 16 000 samples a second, 131 072 counts a turn
    expect(samples(0).last - samples(0).first).to be_within(1500).of(399 / 16_000.0 * 205 / 60 * 131_072)
  end

  it "keeps the last digits of a position that is far away" do
    turning(speed: 3000)
    pass(10.0)
    arm(signals: %w[position.actual], length: 16)
    await_trace
    steps = samples.each_cons(2).map { |before, now| now - before }
    expect(samples.first).to be > 2000
    expect(steps).to all(be_within(2e-4).of(3000 * Math::PI / 30 / 16_000))
  end

  {
    { kind: "falls", signal: "speed.demand", level: 15.0 } => ->(before, now) { before > 15.0 && now <= 15.0 },
    { kind: "crosses", signal: "speed.demand", level: 15.0 } => ->(before, now) { before > 15.0 && now <= 15.0 },
    { kind: "rises", signal: "speed.demand", level: 22.0 } => nil
  }.each do |condition, found|
    it "fires at the sample at which the speed that is demanded #{condition[:kind]}, or not at all" do
      turning
      arm(signals: %w[speed.demand], first: condition, pre: 50, divider: 3)
      pass(0.15)
      write("speed.target", 100)
      expect(await_trace(1.0)).to be(!found.nil?)
      next expect(trace_state).to eq(Gallop::Traces::WAITING) unless found
      expect(samples.each_cons(2).find_index { |before, now| found.call(before, now) } + 1).to eq(place)
      expect(place).to eq(200)
    end
  end

  { "bit_set" => [0, 4], "bit_cleared" => [4, 0], "bit_changes" => [0, 4] }.each do |kind, (before, after)|
    it "fires at the sample at which a bit of the controlword is #{kind}" do
      commissioned("Carriage")
      write("control.word", before)
      arm(signals: %w[control.word], pre: 10, first: { kind: kind, signal: "control.word", mask: 4 })
      pass(0.1)
      write("control.word", after)
      await_trace
      expect(samples.map(&:to_i).each_slice(40).map(&:first)).to eq([before] + [after] * 9)
      expect(place).to eq(40)
    end
  end

  it "fires when motion begins, when the state changes, and at a fault" do
    commissioned("Carriage")
    arm(signals: %w[speed.demand], first: { kind: "motion" })
    pass(0.1)
    enable
    pass(0.1)
    expect(trace_state).to eq(Gallop::Traces::WAITING)
    write("speed.target", 100)
    await_trace
    expect([samples[place - 1].zero?, samples[place].zero?]).to eq([true, false])

    write("speed.target", 0)
    pass(1.0)
    write("control.word", 6)
    pass(0.3)
    write("control.mode", 1)
    enable
    pass(0.2)
    arm(signals: %w[path.speed], first: { kind: "motion" })
    pass(0.5) # held in its place: the loops work all the time
    expect(trace_state).to eq(Gallop::Traces::WAITING)
    write("position.target", 5000)
    write("control.word", 0x3F)
    await_trace
    expect([samples[place - 1].zero?, samples[place].zero?]).to eq([true, false])
    pass(1.0)

    arm(signals: %w[control.status], first: { kind: "state_changes" })
    pass(0.1)
    write("control.word", 6)
    await_trace
    states = samples.map { |word| Gallop::Cia402::Statusword.state(word.to_i) }
    expect(states.each_cons(2).find_index { |was, is| was != is } + 1).to eq(place)

    enable
    arm(signals: %w[control.error_code], first: { kind: "fault" }, pre: 90)
    pass(0.1)
    @stand_in.axis.encoder.powered = false
    await_trace
    expect(samples.map(&:to_i).tally).to eq(0 => 360, 0x7305 => 40)
  end

  it "fires with two conditions at the sample from which both hold" do
    turning
    both = {
      first: {
        kind: "rises",
        signal: "speed.demand",
        level: 22.0
      },
      second: {
        kind: "bit_set",
        signal: "terminals.inputs",
        mask: 1 << 18
      }
    }
    arm(signals: %w[speed.demand terminals.inputs], **both)
    write("speed.target", 400)
    pass(1.0)
    expect(trace_state).to eq(Gallop::Traces::WAITING)
    @stand_in.axis.box.contacts[0].operated = true
    await_trace
    bit = samples(1).map { |word| word.to_i[18] }
    expect([bit[place - 1], bit[place]]).to eq([0, 1])
  end

  it "fires at once where nothing is waited for, and when it is told to" do
    commissioned("Carriage")
    arm(signals: %w[bus.voltage], length: 100, pre: 0)
    expect(await_trace(0.02)).to be(true)
    expect([place, samples.size, samples.first.round]).to eq([0, 100, 325])
    arm(signals: %w[bus.voltage], length: 100, pre: 100, first: { kind: "fault" })
    pass(0.1)
    write("trace.command", Gallop::Traces::FIRE)
    expect(await_trace(0.02)).to be(true)
    expect(place).to eq(99)
  end

  it "refuses signals that it does not have, is emptied, and forgets with its supply" do
    commissioned("Carriage")
    write("trace.signal_1", 9999)
    expect { write("trace.command", Gallop::Traces::ARM) }.to raise_error(/no_choice/)
    expect { arm(signals: []) }.to raise_error(/no_choice/)
    arm(signals: %w[bus.voltage], pre: 0)
    write("trace.ticket", 77)
    await_trace
    expect(firmware.trace_memory.samples(0)).not_to be_nil
    expect(firmware.trace_memory.samples(1)).to be_nil
    @stand_in.restart
    pass(3.0)
    expect([trace_state, read("trace.ticket")]).to eq([Gallop::Traces::EMPTY, 0])
  end

  it "has forces along a line, and the clock of the network" do
    commissioned("Squeegee")
    enable
    write("speed.target", 100)
    pass(0.5)
    arm(signals: %w[speed.demand], pre: 0, length: 16)
    await_trace
    expect(samples).to all(be_within(1e-6).of(0.1)) # m/s
    at = read("trace.trigger_second") + read("trace.trigger_microsecond") / 1e6
    expect(at).to be_within(0.01).of(@stand_in.simulated_time)
  end

  describe "over the wire" do
    let(:responder) { Gallop::Paddock::Responder.new(@stand_in) }

    def ask(file, record, words) = responder.answer([20, 7, 6, file, record, words].pack("CCCnnn"))

    it "is read by file records, all of it, and refused while it is not complete" do
      turning
      arm(signals: %w[speed.measured feedback.count], length: 8192, pre: 0, first: { kind: "fault" })
      expect(ask(100, 0, 4).unpack("CC")).to eq([0x94, 6])
      write("trace.command", Gallop::Traces::FIRE)
      await_trace
      bytes =
        Gallop::Traces
          .requests(Gallop::Traces::FIRST_FILE, 1, 8192)
          .map { |request| ask(*request).tap { |answer| expect(answer.getbyte(0)).to eq(20) }.byteslice(4..) }
          .join
      expect(Gallop::Traces.unpack(bytes)).to eq(samples(1))
      expect(ask(103, 6388, 1).unpack("CC")).to eq([0x94, 2])
      expect(ask(104, 0, 4).unpack("CC")).to eq([0x94, 6])
      expect([ask(1, 0, 4), ask(100, 0, 121), ask(116, 0, 1)].map(&:bytes).map(&:last)).to eq([2, 2, 2])
    end
  end

  describe Gallop::Paddock::Firmware::FaultTrace do
    def kept(channel) = Gallop::Traces.unpack(firmware.fault_trace.samples(channel))

    it "has what came before a fault, and a little after it" do
      turning
      pass(2.0)
      expect([read("fault_trace.state"), firmware.fault_trace.samples(0)]).to eq([0, nil])
      @stand_in.axis.encoder.powered = false
      pass(0.1)
      expect([fault, read("fault_trace.state")]).to eq([0x7305, 1])
      pass(0.4)
      expect(%w[state number error_code length trigger_place divider].map { |key| read("fault_trace.#{key}") }).to eq(
        [2, 1, 0x7305, 4000, 3200, 8]
      )
      demand = kept(0)
      expect([demand.size, demand[3100].round(2)]).to eq([4000, 20.94])
      expect(read("fault_trace.signal_1")).to eq(number("speed.demand"))
    end

    it "is of the seconds since power came where there were no more" do
      commissioned("Web feed")
      pass(0.2)
      firmware.trip(0x4310)
      pass(0.5)
      expect(read("fault_trace.length")).to be < 4000
      expect(kept(0).size - read("fault_trace.trigger_place")).to eq(800)
    end
  end
end
