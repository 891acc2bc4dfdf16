# frozen_string_literal: true

require_relative "paddock_helper"

# Axes in their machine: switches at both ends of the travel, opening contacts, and stops behind them.
RSpec.describe Gallop::Paddock::Axis do
  # By the speed in their own unit.
  machines = { "Carriage" => 1200, "Squeegee" => 150 }

  machines.each do |name, fast|
    describe name do
      before do
        commissioned(name)
        { 4 => 14, 5 => 12, 6 => 13 }.each { |n, code| write("terminals.input_#{n}_function", code) }
        [5, 6].each { |n| write("terminals.input_#{n}_polarity", 1) } # on when open
        write("monitors.stall_level", 80)
        write("monitors.stall_time", 300)
        axis.ends_in_place = true
        @middle = axis.mechanics.angle
        pass(0.1)
        write("control.mode", 3)
        enable
      end

      def axis = @stand_in.axis
      def place = axis.mechanics.angle - @middle
      def stop = axis.ends.instance_variable_get(:@high)
      def still? = axis.mechanics.speed.abs < 0.05
      def switches = read("terminals.inputs").to_i & 7

      define_method(:go) do |way, seconds = 6|
        write("speed.target", way * fast)
        pass(0.3)
        pass_until(seconds, step: 0.01) { still? }
        pass(0.2)
      end

      it "stops at each switch before the stop, still enabled, and goes the other way" do
        go(1)
        expect([still?, state, place, switches]).to match([true, :operation_enabled, be_between(0.85 * stop, stop), 2])
        expect(read("control.status").to_i[11]).to eq(1)
        there = place
        go(1, 0.2)
        expect(place).to be_within(0.1).of(there)
        go(-1)
        expect([still?, state, place]).to match([true, :operation_enabled, be_between(-stop, -0.85 * stop)])
        expect(switches).to eq(5) # low, and home beside it
      end

      it "goes nowhere near a switch whose wire is off, and away from it" do
        axis.box.contacts[5].lands_on = 0
        pass(0.05)
        go(1, 0.2)
        expect([still?, place]).to match([true, be_within(0.3).of(0)])
        write("speed.target", -fast)
        pass(0.3)
        expect(place).to be < -0.5
      end

      it "meets the stop where the switch is bridged, gives a fault, and does not run away" do
        axis.box.contacts[5].shorted = true
        pass(0.05)
        furthest = 0.0
        write("speed.target", fast)
        pass_until(8, step: 0.01) do
          furthest = [furthest, place].max
          state == :fault
        end
        expect([state, fault]).to eq([:fault, 0x7121]) # motor blocked
        pass_until(5, step: 0.01) { still? } # a slope without a brake lets it slide to its other end
        expect([furthest, still?, place]).to match(
          [be_between(stop, stop + 1.5), true, be_between(-stop - 0.2, stop + 0.2)]
        )
      end
    end
  end
end
