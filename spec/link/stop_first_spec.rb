# frozen_string_literal: true

require "rails_helper"

# STOP waits for the exchange that is on the wire, and for nothing else, whatever the link is busy with and however
# slowly the drive answers.
RSpec.describe "STOP", :real_time do
  include ApiCalls

  include_context "behind a polite enemy"

  let(:drive) { commissioned(@paddock, through: @enemy.port) }
  let(:connection) { drive.connection }
  let(:motion) { connection.motion }
  let(:gallop) { Gallop::Gait.fetch("gallop") }

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # What keeps a link busy for a while.
  busy = {
    "everything is read again" => ->(spec) { spec.connection.reread },
    "the drive stores" => ->(spec) { spec.drive.store },
    "sixty values are written" =>
      lambda do |spec|
        keys =
          %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } }
        keys.each { |key| spec.drive.draft(key, rand(10..99)) }
        Current.tab = ApiCalls::TAB
        WriteBatch.prepare(spec.drive, keys).run
      end
  }

  def turning
    motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(connection) do
      motion.enable(ApiCalls::TAB, gait: gallop, needs: [])
      motion.set_point(ApiCalls::TAB, 3000)
      wait_until("full speed") { @paddock.shaft_speed("Carriage") > 2900 }
      yield
    end
  end

  def quick_stop?(pdu)
    function, register = pdu.unpack("Cn")
    function == 16 && register == drive.profile.fetch("control.word").register && pdu.unpack("CnnCn").last == 2
  end

  # @return [Integer] requests between the call and the quick stop on the wire
  def exchanges_before_stop
    began = now
    motion.stop
    after = @enemy.seen.select { |at, _| at > began }
    after.index { |_, pdu| quick_stop?(pdu) }
  end

  busy.each do |what, work|
    Chance
      .pick([0.0, 0.02, 0.05, 0.1], what)
      .each do |delay|
        it "goes before everything while #{what}, with answers after #{(delay * 1000).round} ms" do
          turning do
            @enemy.manner = PoliteEnemy.slow(delay)
            worker =
              Thread.new do
                Thread.current.report_on_exception = false
                Rails.application.executor.wrap { Current.set(tab: ApiCalls::TAB) { work.call(self) } }
              rescue Link::Late, Wire::Lost, Motion::NotHeld
                nil
              end
            asked = @enemy.seen.size
            wait_until("work on the wire") { @enemy.seen.size > asked + 3 || !worker.alive? }
            expect(exchanges_before_stop).to be <= 1
            expect(@paddock.seconds_to_rest("Carriage")).to be < 1
            worker.join
          end
        end
      end
  end

  it "ends an enabling that is under way, which leaves nothing behind" do
    drive
    @enemy.manner = PoliteEnemy.slow(0.05)
    motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(connection) do
      enabling =
        Thread.new do
          Thread.current.report_on_exception = false
          motion.enable(ApiCalls::TAB, gait: gallop, needs: [])
        end
      wait_until("the first step") { motion.holding? }
      expect(exchanges_before_stop).to be <= 1
      expect { enabling.value }.to raise_error(Motion::OutOfState, /stopped while it was being enabled/)
      @enemy.behave
      held =
        connection.ask do |wire|
          %w[control.holder control.watchdog_window envelope.speed].map { |key| wire.read_one(key) }
        end
      expect(held).to eq([0, 0, 1000])
      expect(motion).not_to be_armed
    end
  end
end
