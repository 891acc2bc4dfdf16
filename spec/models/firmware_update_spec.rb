# frozen_string_literal: true

require "rails_helper"

RSpec.describe FirmwareUpdate, :lasting, :paddock, rig: Rigs.old_firmware do
  def image(name) = File.binread(File.join(Rigs.firmware, "#{name}.gpi"))

  let(:drive) { connect(create_drive(@paddock)) }

  def ended(update)
    wait_until("the end of the update", seconds: 40) { update.reload.state != "running" }
    update
  end

  def back
    wait_until("the link") { drive.reload.online? && drive.connection.samples.last }
  end

  it "brings a drive to the new version, keeps its stored settings, and says what is new" do
    expect([drive.profile.version, drive.profile.missing_functions]).to match(["1.0.0", include("Notch filters")])
    drive.draft("limits.motor_speed", 2400)
    WriteBatch.prepare(drive, ["limits.motor_speed"]).run
    drive.store
    update = ended(described_class.begin(drive, "haflinger-1.1.0.gpi", image("haflinger-1.1.0")))
    expect(update).to have_attributes(
      state: "done",
      from_version: "1.0.0",
      to_version: "1.1.0",
      altered: [],
      message: /all as before, 27 are new/
    )
    back
    expect([drive.profile.version, drive.live_values["limits.motor_speed"], drive.profile.missing_functions]).to eq(
      ["1.1.0", 2400, []]
    )
  end

  it "says which settings are not as before: those that were live and not stored" do
    drive.draft("limits.motor_speed", 2400)
    WriteBatch.prepare(drive, ["limits.motor_speed"]).run
    update = ended(described_class.begin(drive, "haflinger-1.1.0.gpi", image("haflinger-1.1.0")))
    expect(update.altered).to eq([{ "key" => "limits.motor_speed", "before" => 2400, "after" => 3000 }])
    back
  end

  it "checks family, digest and state before anything is erased" do
    expect { described_class.begin(drive, "x.gpi", image("shire-1.1.0")) }.to raise_error(
      Gallop::Objects::Unacceptable,
      /made for the family shire/
    )
    expect { described_class.begin(drive, "x.gpi", image("haflinger-1.1.0")[0..-2]) }.to raise_error(
      Gallop::Program::Unreadable,
      /its header says/
    )
    expect([described_class.count, drive.online?]).to eq([0, true])
  end

  it "goes alone, and no link is made meanwhile" do
    update = described_class.begin(drive, "x.gpi", image("haflinger-1.1.0"))
    expect { described_class.begin(drive, "x.gpi", image("haflinger-1.1.0")) }.to raise_error(
      Undertaking::Busy,
      /Firmware is being written/
    )
    expect { drive.connect }.to raise_error(Undertaking::Busy, /its link comes back by itself/)
    ended(update)
    back
  end

  it "marks what a dead server left running" do
    described_class.create!(drive: drive, file_name: "x.gpi", image: image("haflinger-1.1.0"), to_version: "1.1.0")
    Undertaking.mark_interrupted
    expect(described_class.last).to have_attributes(
      state: "interrupted",
      message: /The server ended while firmware was being written\. Its program was not touched yet\./
    )
    described_class.last.update!(state: "running", step: "transfer")
    Undertaking.mark_interrupted
    expect(described_class.last.message).to match(/waits in its loader/)
  end

  # Whatever is cut, and when: the drive stays in its loader or in its old program, and the update can be done again.
  moments = [["loader", 0.0], ["clear", 0.0], ["transfer", 0.15], ["transfer", 0.5], ["transfer", 0.78], ["check", 0.0]]
  {
    "cable" => ->(paddock, on) { paddock.set("Carriage", cable: on) },
    "mains" => ->(paddock, on) { paddock.set("Carriage", mains: on) }
  }.each do |what, cut|
    Chance
      .pick(moments, what)
      .each do |step, share|
        it "can be repeated after the #{what} was cut in step #{step} at #{(share * 100).round} %" do
          drive
          stub_const("Wire::ProgramTransfer::RETURN_TIMEOUT", 3.0)
          done = false
          allow_any_instance_of(described_class).to receive(:advance).and_wrap_original do |original, at, progress|
            original.call(at, progress)
            next if done || at != step || progress < share
            done = true
            cut.call(@paddock, false)
          end
          update = ended(described_class.begin(drive, "haflinger-1.1.0.gpi", image("haflinger-1.1.0")))
          expect(done).to be(true)
          expect(update.state).to eq("interrupted")
          cut.call(@paddock, true)
          wait_until("an answer") { %i[online loader].include?(drive.reload.connection&.state) }
          stub_const("Wire::ProgramTransfer::RETURN_TIMEOUT", 20.0)
          expect(ended(update.repeat)).to have_attributes(state: "done")
          back
          expect(drive.profile.version).to eq("1.1.0")
        end
      end
  end
end
