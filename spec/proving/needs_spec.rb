# frozen_string_literal: true

require "rails_helper"

RSpec.describe Proving::Needs, :paddock do
  tab = ApiCalls::TAB

  def needs(drive) = described_class.new(drive.reload, ApiCalls::TAB).all.to_h { |need| [need.id, need] }
  def unmet(drive) = needs(drive).reject { |_, need| need.met }.transform_values(&:state)

  it "asks for a connection before anything else" do
    expect(unmet(create_drive(@paddock))).to eq("online" => "the drive is not connected")
  end

  it "names the reins and the factory motor data of a fresh drive" do
    drive = connect(create_drive(@paddock))
    wait_until("the bus to be charged") { !unmet(drive).key?("bus") }
    expect(unmet(drive)).to eq("reins" => "nobody holds the reins", "motor" => "the drive has factory motor data")
  end

  it "is content with a commissioned drive whose reins are held" do
    drive = commissioned(@paddock)
    drive.connection.motion.reins.take(tab, "Robin")
    expect(unmet(drive)).to be_empty
  end

  it "sees what happens at the machine" do
    drive = commissioned(@paddock)
    drive.connection.motion.reins.take("another-tab-0123456789", "Kim")
    @paddock.set("Carriage", torque_off_b: false)
    wait_until("the open input") { unmet(drive).key?("torque_off") }
    expect(unmet(drive)).to include("torque_off" => "a torque-off input is open", "reins" => "Kim holds the reins")
    @paddock.set("Carriage", torque_off_b: true, encoder_power: false)
    wait_until("the fault") { unmet(drive).key?("fault") }
    expect(unmet(drive)["fault"]).to eq("fault 7305 is present")
  end

  it "notices motor data that wait in the draft, and a blocker" do
    drive = commissioned(@paddock)
    Motor.new(drive).keep("rated_current" => "2.5", "torque_constant" => "0.51")
    expect(unmet(drive)["motor"]).to match(/\d motor values are not in the drive/)
    Motor.new(drive.reload).keep("pole_pairs" => "40")
    expect(unmet(drive)["motor"]).to eq("the motor data have a blocker")
  end

  it "keeps a motor of which only the size is known from being enabled" do
    drive = commissioned(@paddock)
    Motor.new(drive).keep("plate" => "none", "size" => "60", "top_speed" => "300")
    expect(unmet(drive)["motor"]).to eq("only the motor's size is known")
  end

  it "waits for a restart that is due" do
    drive = commissioned(@paddock)
    drive.draft("feedback.counts_per_turn", 4096)
    WriteBatch.prepare(drive, ["feedback.counts_per_turn"]).run
    wait_until("the inhibit") { unmet(drive).key?("restart") }
    expect(unmet(drive)["restart"]).to eq("the drive must be restarted first")
  end
end
