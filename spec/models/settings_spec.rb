# frozen_string_literal: true

require "rails_helper"

# Snapshots, comparisons and files: everything ends in the draft, and nothing half.
RSpec.describe "Settings" do
  def drive_of(family, name = family.capitalize, version: "1.1.0")
    create_drive(nil, name).tap do |drive|
      drive.update!(
        family: family,
        identity: {
          "firmware" => version,
          "serial" => "1"
        },
        live: factory(family, version)
      )
    end
  end

  def factory(family, version = "1.1.0") =
    Gallop::Objects::Profile.load(family).at_version(version).settings.to_h { |entry| [entry.key, entry.default_raw] }

  let(:drive) { drive_of("haflinger") }

  describe Snapshot do
    it "keeps all settings with a name and brings them back into the draft" do
      snapshot = described_class.take(drive, name: " before  tuning ", note: "quiet")
      expect(snapshot).to have_attributes(name: "before tuning", note: "quiet", held: factory("haflinger"))
      drive.update!(live: drive.live.merge("ramps.acceleration" => 1, "limits.motor_speed" => 2))
      expect(snapshot.reload.restore).to eq(2)
      expect(snapshot.drive.drafts.pluck(:key, :raw)).to contain_exactly(
        ["ramps.acceleration", 3000],
        ["limits.motor_speed", 3000]
      )
    end

    it "has a name of its own, and something to keep" do
      described_class.take(drive, name: "A")
      expect { described_class.take(drive, name: "a") }.to raise_error(
        ActiveRecord::RecordInvalid,
        /Name has already been taken/
      )
      drive.update!(live: {})
      expect { described_class.take(drive, name: "B") }.to raise_error(Gallop::Objects::Unacceptable, /never been read/)
    end
  end

  describe Comparison do
    def keys(left, right) = described_class.new(drive, left, right).differing.map { |line| line.entry.key }

    before do
      drive.update!(
        live: drive.live.merge("ramps.acceleration" => 1),
        stored: factory("haflinger").merge("ramps.deceleration" => 2)
      )
      drive.draft("limits.motor_speed", 5)
    end

    it "puts any two sides against each other" do
      snapshot = Snapshot.take(drive, name: "S")
      expect(keys("live", "factory")).to eq(["ramps.acceleration"])
      expect(keys("draft", "live")).to eq(["limits.motor_speed"])
      expect(keys("stored", "factory")).to eq(["ramps.deceleration"])
      expect(keys("live", "snapshot:#{snapshot.id}")).to be_empty
      expect(keys("draft", "snapshot:#{snapshot.id}")).to eq(["limits.motor_speed"])
    end

    it "takes single lines over into the draft" do
      expect(described_class.new(drive, "live", "stored").take(["ramps.deceleration"])).to eq(1)
      expect(drive.drafts.reload.pluck(:key)).to include("ramps.deceleration")
      expect { described_class.new(drive, "live", "stored").take(["nonsense"]) }.to raise_error(
        Gallop::Objects::Unacceptable,
        /no value for nonsense/
      )
    end

    it "says of another drive's value that this drive cannot hold it" do
      other = drive_of("shire")
      line =
        described_class
          .new(drive, "live", "drive:#{other.id}")
          .lines
          .find { |candidate| candidate.entry.key == "motor.type" }
      expect(line.problem).to match(/7 is none of/)
    end

    it "refuses a side that there is not" do
      expect { described_class.new(drive, "live", "moon") }.to raise_error(
        Gallop::Objects::Unacceptable,
        /nothing that can be compared/
      )
      expect { described_class.new(drive, "live", "snapshot:999999") }.to raise_error(ActiveRecord::RecordNotFound)
    end
  end

  describe Import do
    def import(name, text) = drive.imports.create!(name: name, content: text.b)

    it "takes what fits, all or single lines, and leaves the rest" do
      file =
        import(
          "x.csv",
          "key,value,unit\nramps.acceleration,50,rpm/s\nlimits.motor_speed,900,rpm\nmotor.rated_current,5000,A\ncontrol.status,1,\nno.such,1,\n"
        )
      expect(file.review.lines.map(&:status)).to eq(%w[change change refused read_only unknown])
      expect(file.take(["ramps.acceleration"])).to eq(1)
      expect(drive.drafts.pluck(:key)).to eq(["ramps.acceleration"])
      expect { file.take(["motor.rated_current"]) }.to raise_error(
        Gallop::Objects::Unacceptable,
        /no change of this file/
      )
      expect(Import.find(file.id).take).to eq(1)
      expect(drive.drafts.reload.pluck(:key)).to contain_exactly("ramps.acceleration", "limits.motor_speed")
    end

    it "is compared like any other side" do
      file = import("x.csv", "key,value\nramps.acceleration,50\n")
      expect(
        Comparison.new(drive, "live", "file:#{file.id}").lines.find { |line| line.entry.key == "ramps.acceleration" }
      ).to have_attributes(left: 3000, right: 50)
    end

    it "keeps only the name of a file, whatever path it came with" do
      expect(import("C:\\temp\\..\\x.dcf", "[6083]").name).to eq("x.dcf")
    end
  end

  it "drafts many values all or none" do
    expect { drive.draft_all({ "ramps.acceleration" => 5, "limits.motor_speed" => -1 }) }.to raise_error(
      Gallop::Objects::Unacceptable,
      /outside/
    )
    expect(drive.drafts.count).to eq(0)
    expect(drive.draft_all({ "ramps.acceleration" => 5, "limits.motor_speed" => 3000 })).to eq(1)
    expect(drive.drafted_values).to include("ramps.acceleration" => 5, "limits.motor_speed" => 3000)
  end

  it "says why a derived value cannot be set" do
    expect { drive.draft("current_loop.proportional_gain", 1) }.to raise_error(
      Gallop::Objects::Unacceptable,
      /follows by itself: 2π · bandwidth · phase inductance/
    )
  end

  it "knows only what the firmware of the drive has" do
    old = drive_of("haflinger", "Old", version: "1.0.0")
    expect { old.draft("filters.notch_1_depth", 5) }.to raise_error(
      Gallop::Objects::Unacceptable,
      /1\.0\.0 has no value/
    )
  end

  it "tells all that there is to tell about a value" do
    drive.update!(live: drive.live.merge("process_data.in_1" => 0x60830020))
    detail = ValueDetail.new(drive, drive.profile.fetch("ramps.acceleration"))
    expect(detail.travels).to eq(
      [
        "Registers 1156 to 1157, function codes 3 and 4, 6 and 16 to write",
        "Stored value at 33924 to 33925",
        "Process data: word 1 to the drive"
      ]
    )
    expect(ValueDetail.new(drive, drive.profile.fetch("motor.phase_inductance")).related.map(&:key)).to include(
      "current_loop.proportional_gain"
    )
    expect(ValueDetail.new(drive, drive.profile.fetch("bus.voltage")).travels.last).to match(
      /Word 5 of the block of live figures/
    )
  end

  it "says what the drive will do at power-up: as stored, and as drafted" do
    drive.update!(stored: factory("haflinger"))
    drive.draft_all({ "power_up.enable" => 1, "power_up.speed" => 200 })
    view = PowerUpView.new(drive)
    expect([view.sentence, view.draft_sentence]).to match([/does not move/, /turns at 200 rpm/])
    expect(view.hazards.map { |hazard| hazard.entry.key }).to contain_exactly("power_up.enable", "power_up.speed")
  end
end
