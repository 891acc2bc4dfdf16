# frozen_string_literal: true

require "rails_helper"

# Motion against a real paddock, without a browser: the tab is a word, its heart a thread.
RSpec.describe Motion::Control, :paddock, :real_time do
  include ApiCalls

  tab = ApiCalls::TAB

  let(:drive) { commissioned(@paddock) }
  let(:connection) { drive.connection }
  let(:motion) { connection.motion }
  let(:walk) { Gallop::Gait.fetch("walk") }

  def speed = @paddock.shaft_speed("Carriage")
  def met = [Proving::Needs::Need.new(id: "x", label: "x", met: true, state: "x")]
  def change_gait(gait) = motion.change_gait(-> { gait }) { nil }
  def word(key) = connection.ask { |wire| wire.read_one(key) }

  def moving(gait = walk)
    motion.reins.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(connection) do
      motion.enable(ApiCalls::TAB, gait: gait, needs: met)
      motion.set_point(ApiCalls::TAB, 3000)
      wait_until("turning") { speed > 100 && connection.samples.last["speed.actual"] > 100 }
      yield
    end
  end

  it "arms the drive's watchdog and writes the envelope before it enables" do
    moving do
      expect(word("control.watchdog_window")).to eq(400)
      expect(%w[envelope.speed envelope.torque envelope.acceleration].map { |key| word(key) }).to eq([50, 500, 100])
      expect(motion).to be_armed
    end
  end

  it "takes envelope and watchdog back when motion has ended" do
    moving { motion.disable(tab) }
    wait_until("disarmed") { !motion.armed? }
    expect([word("envelope.speed"), word("control.watchdog_window")]).to eq([1000, 0])
  end

  it "stops the motor when the signs of life end, and says so in the logbook" do
    moving { nil }
    expect(@paddock.seconds_to_rest("Carriage")).to be < 1
    expect(LogbookEntry.pluck(:headline)).to include("Stopped by the dead-man")
    expect(word("control.error_code")).to eq(0)
  end

  it "lowers the speed with the gait at once, and leaves it when the gait is raised" do
    moving(Gallop::Gait.fetch("trot")) do
      wait_until("trot") { (speed - 750).abs < 10 }
      change_gait(walk)
      wait_until("walk, for a while") { Array.new(8) { speed }.all? { |one| (one - 150).abs < 6 } }
      change_gait(Gallop::Gait.fetch("gallop"))
      motion.set_point(tab, 150)
      expect(word("envelope.speed")).to eq(1000)
      expect(speed).to be_within(10).of(150)
    end
  end

  it "holds a speed back and says by how much" do
    moving do
      held = motion.set_point(tab, -2000)
      expect(held).to have_attributes(
        held: -150.0,
        held_back?: true,
        reason: "Held at −150 rpm: walk allows 5 % of the speed limit of 3\u2009000 rpm."
      )
      expect(motion.set_point(tab, 80)).to have_attributes(held: 80.0, held_back?: false, reason: nil)
    end
  end

  it "keeps the motor turning while the database is held by somebody else and all values are read anew" do
    moving do
      database_held do
        connection.ask { |wire| wire.write("ramps.jerk", 1234) }
        wait_until("read anew") { connection.live["ramps.jerk"] == 1234 }
        ended = connection.samples.last.at + 1.2
        wait_until("three times the watchdog's time") { connection.samples.last.at > ended }
        expect(speed).to be_within(6).of(150)
      end
      wait_until("written down") { drive.reload.live["ramps.jerk"] == 1234 }
    end
  end

  # Another program's transaction, longer than any watchdog.
  def database_held
    other = SQLite3::Database.new(ActiveRecord::Base.connection_db_config.database)
    other.execute("BEGIN IMMEDIATE")
    yield
  ensure
    other&.execute("ROLLBACK")
    other&.close
  end

  it "has a drive that takes nobody else's word but a quick stop" do
    moving do
      other = Wire::Device.new(Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage")), drive.profile)
      {
        "speed.target" => 30_000,
        "envelope.speed" => 1000,
        "control.watchdog_window" => 0,
        "control.word" => 0,
        "limits.motor_speed" => 4000
      }.each do |key, raw|
        expect { other.write(key, raw) }.to raise_error(Wire::Refused, /another connection holds/), key
      end
      wait_until("walk") { (speed - 150).abs < 6 }
      other.write("control.word", 2)
      expect(@paddock.seconds_to_rest("Carriage")).to be < 1
      other.close
    end
  end

  it "refuses everything to a tab that does not hold the reins" do
    moving do
      %i[halt disable].each do |command|
        expect { motion.public_send(command, "another-tab-0123456789") }.to raise_error(
          Motion::NotHeld,
          /Robin holds the reins/
        )
      end
      expect { motion.set_point("another-tab-0123456789", 1) }.to raise_error(Motion::NotHeld)
      expect { motion.enable(nil, gait: walk, needs: met) }.to raise_error(Motion::NotHeld)
    end
  end

  it "does not enable while a need is unmet, and names it" do
    motion.reins.take(tab, "Robin")
    unmet = Proving::Needs::Need.new(id: "bus", label: "DC bus charged", met: false, state: "the DC bus has 12 V")
    expect { motion.enable(tab, gait: walk, needs: met + [unmet]) }.to raise_error(Motion::Unmet, /the DC bus has 12 V/)
    expect(word("control.status") & 0x6F).to eq(0x40)
  end

  it "enables only for a tab that gives signs of life, however often it asks for the reins" do
    3.times { motion.take(tab, "Robin") }
    expect { motion.enable(tab, gait: walk, needs: met) }.to raise_error(Motion::OutOfState, /gives no signs of life/)
    expect(word("control.status") & 0x6F).to eq(0x40)
  end

  it "is not disturbed by a second enabling" do
    moving do
      expect { motion.enable(tab, gait: walk, needs: met) }.to raise_error(Motion::OutOfState, /is enabled already/)
      wait_until("walk") { (speed - 150).abs < 6 }
      expect(motion).to be_armed
    end
  end

  it "leaves nothing behind in the drive when enabling does not succeed" do
    drive
    @paddock.set("Carriage", torque_off_a: false)
    motion.take(tab, "Robin")
    with_signs_of_life(connection) do
      expect { motion.enable(tab, gait: walk, needs: met) }.to raise_error(
        Motion::OutOfState,
        /stays in “Switch on disabled”/
      )
    end
    expect(%w[control.holder control.watchdog_window envelope.speed envelope.torque].map { |key| word(key) }).to eq(
      [0, 0, 1000, 1000]
    )
    expect(motion).not_to be_holding
  end

  it "finds a way out of a quick stop after which the drive stays under current" do
    drive
    connection.ask { |wire| wire.write("control.quick_stop_option", 6) && wire.read_one("control.quick_stop_option") }
    wait_until("read again") { drive.live_values["control.quick_stop_option"] == 6 }
    moving do
      motion.stop
      wait_until("rest") do
        speed.abs < 1 && connection.samples.last.state == :quick_stop_active &&
          connection.samples.last["speed.actual"].abs < 5
      end
      motion.disable(tab)
      wait_until("off") { !motion.armed? && !connection.samples.last.enabled? }
      motion.enable(tab, gait: walk, needs: met)
      motion.take_over("another-tab-0123456789", "Kim")
      expect([motion.reins.holder, motion.armed?, connection.samples.last.enabled?]).to eq(["Kim", false, false])
    end
  end

  it "never gives an enabled motor to somebody who takes the reins over, however quickly the holder enables again" do
    drive
    motion.take(tab, "Robin")
    with_signs_of_life(connection) do
      enabling =
        Thread.new do
          10.times do
            motion.enable(tab, gait: walk, needs: met)
          rescue Motion::OutOfState, Motion::NotHeld
            nil
          end
        end
      wait_until("enabled") { motion.holding? }
      begin
        motion.take_over("another-tab-0123456789", "Kim")
        taken = [motion.armed?, connection.samples.last.enabled?]
      rescue Motion::OutOfState
        taken = nil
      end
      enabling.join
      expect([nil, [false, false]]).to include(taken)
      expect(motion.reins.holder).to eq(taken ? "Kim" : "Robin")
      expect(motion).not_to be_armed if taken
    end
  end

  it "refuses a speed while the drive is not enabled" do
    motion.reins.take(tab, "Robin")
    expect { motion.set_point(tab, 10) }.to raise_error(Motion::OutOfState, /gives no signs of life/)
    with_signs_of_life(connection) do
      wait_until("a sign of life") { motion.reins.fresh? }
      expect { motion.set_point(tab, 10) }.to raise_error(Motion::OutOfState, /not enabled/)
    end
  end

  it "stops the motor before the reins change hands" do
    moving do
      motion.take_over("another-tab-0123456789", "Kim")
      expect(speed.abs).to be < 5
      expect(motion.reins.holder).to eq("Kim")
    end
  end

  it "stops the motor when the reins are let go" do
    moving do
      motion.release(tab)
      expect(@paddock.seconds_to_rest("Carriage")).to be < 1
    end
    expect(motion.reins.holder).to be_nil
  end

  it "stops the motor when the link is closed in good order" do
    moving { drive.disconnect }
    expect(@paddock.seconds_to_rest("Carriage")).to be < 1
    expect(@paddock.see("Carriage")["state"]).to eq("running")
  end

  it "is disarmed by a fault" do
    moving do
      @paddock.set("Carriage", torque_off_a: false)
      wait_until("disarmed") { !motion.armed? }
      @paddock.set("Carriage", torque_off_a: true)
    end
    wait_until("the logbook") { LogbookEntry.exists?(headline: "Fault FF10: Torque-off input opened") }
    motion.release(tab)
    drive.reset_fault
    wait_until("no fault") { connection.samples.last.fault_code.zero? }
  end
end
