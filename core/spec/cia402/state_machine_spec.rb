# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Cia402::StateMachine do
  subject(:machine) { described_class.new(resumes_after_quick_stop: true) }

  # Brings a new machine into a state by the shortest way.
  def at(state)
    machine.initialised unless state == :not_ready_to_switch_on
    words = {
      ready_to_switch_on: [6],
      switched_on: [6, 7],
      operation_enabled: [6, 7, 15],
      quick_stop_active: [6, 7, 15, 2]
    }
    words.fetch(state, []).each { |word| machine.control(word) }
    machine.fault if %i[fault_reaction_active fault].include?(state)
    machine.reaction_done if state == :fault
    expect(machine.state).to eq(state)
    machine
  end

  # transition, from, what happens, to: the table of IEC 61800-7-201
  [
    [1, :not_ready_to_switch_on, ->(m) { m.initialised }, :switch_on_disabled],
    [2, :switch_on_disabled, ->(m) { m.control(0x06) }, :ready_to_switch_on],
    [3, :ready_to_switch_on, ->(m) { m.control(0x07) }, :switched_on],
    [4, :switched_on, ->(m) { m.control(0x0F) }, :operation_enabled],
    [5, :operation_enabled, ->(m) { m.control(0x07) }, :switched_on],
    [6, :switched_on, ->(m) { m.control(0x06) }, :ready_to_switch_on],
    [7, :ready_to_switch_on, ->(m) { m.control(0x00) }, :switch_on_disabled],
    [7, :ready_to_switch_on, ->(m) { m.control(0x02) }, :switch_on_disabled],
    [8, :operation_enabled, ->(m) { m.control(0x06) }, :ready_to_switch_on],
    [9, :operation_enabled, ->(m) { m.control(0x00) }, :switch_on_disabled],
    [10, :switched_on, ->(m) { m.control(0x00) }, :switch_on_disabled],
    [10, :switched_on, ->(m) { m.control(0x02) }, :switch_on_disabled],
    [11, :operation_enabled, ->(m) { m.control(0x02) }, :quick_stop_active],
    [12, :quick_stop_active, ->(m) { m.control(0x00) }, :switch_on_disabled],
    [12, :quick_stop_active, ->(m) { m.stopped }, :switch_on_disabled],
    [13, :operation_enabled, ->(m) { m.fault }, :fault_reaction_active],
    [13, :switch_on_disabled, ->(m) { m.fault }, :fault_reaction_active],
    [14, :fault_reaction_active, ->(m) { m.reaction_done }, :fault],
    [15, :fault, ->(m) { m.control(0x80) }, :switch_on_disabled],
    [16, :quick_stop_active, ->(m) { m.control(0x0F) }, :operation_enabled],
    [9, :operation_enabled, ->(m) { m.power_lost }, :switch_on_disabled]
  ].each do |number, from, event, to|
    it "takes transition #{number} from #{from} to #{to}" do
      event.call(at(from))
      expect([machine.last_transition, machine.state]).to eq([number, to])
    end
  end

  it "stays where a command leads nowhere" do
    at(:switch_on_disabled)
    [0x07, 0x0F, 0x00, 0x02].each { |word| expect(machine.control(word)).to be_nil }
    expect(machine.state).to eq(:switch_on_disabled)
  end

  it "does not switch on while that is not permitted" do
    at(:switch_on_disabled)
    expect(machine.control(0x06, permitted: false)).to be_nil
    machine.control(0x06)
    expect(machine.control(0x07, permitted: false)).to be_nil
  end

  it "resets a fault on the rising edge alone" do
    at(:operation_enabled).control(0x8F)
    machine.fault
    machine.reaction_done
    expect(machine.control(0x8F)).to be_nil
    machine.control(0x00)
    expect(machine.control(0x80)).to eq(15)
  end

  it "leaves quick stop by transition 16 only where the drive supports it" do
    plain = described_class.new
    plain.initialised
    [6, 7, 15, 2, 15].each { |word| plain.control(word) }
    expect(plain.state).to eq(:quick_stop_active)
  end

  it "composes Statuswords that read back as the same state, as the standard's masks have it" do
    codes = {
      not_ready_to_switch_on: 0x0000,
      switch_on_disabled: 0x0040,
      ready_to_switch_on: 0x0021,
      switched_on: 0x0023,
      operation_enabled: 0x0027,
      quick_stop_active: 0x0007,
      fault_reaction_active: 0x000F,
      fault: 0x0008
    }
    codes.each do |state, code|
      word = Gallop::Cia402::Statusword.compose(state, voltage: true, warning: true, target_reached: true)
      expect(word & 0x006F).to eq(code)
      expect(Gallop::Cia402::Statusword.state(word)).to eq(state)
    end
  end
end
