# frozen_string_literal: true

require "rails_helper"

# The stages of a drive that was read once: all of this works offline.
RSpec.describe "A drive's stages, offline" do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:drive) do
    factory = profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
    create_drive(nil).tap do |drive|
      drive.update!(family: "haflinger", live: factory, stored: factory, read_at: Time.current)
    end
  end

  def stage = Motor.new(drive.reload)

  describe Motor do
    it "keeps facts as they were typed, and takes one away that is emptied" do
      stage.keep("rated_current" => " 2600 mA ", "pole_pairs" => "5")
      expect(stage.typed).to eq("rated_current" => "2600 mA", "pole_pairs" => "5")
      stage.keep("pole_pairs" => "")
      expect(stage.typed).to eq("rated_current" => "2600 mA")
    end

    it "keeps all facts of a request or none" do
      expect { stage.keep("rated_current" => "2.6", "pole_pairs" => "-3") }.to raise_error(
        Gallop::Objects::Unacceptable,
        /Pole pairs: .3 cannot be/
      )
      expect(stage.kept).to be_empty
    end

    it "works out what is being typed without keeping it" do
      stage.keep(DriveFactory::CARRIAGE)
      typed = described_class.new(drive, { "pole_pairs" => "12" })
      expect(typed).to be_blocked
      expect(typed.proposals).to be_empty
      expect(stage).not_to be_blocked
    end

    it "takes proposals into the draft, singly or all, and knows how each stands" do
      stage.keep(DriveFactory::CARRIAGE)
      states = -> { stage.proposals.to_h { |line| [line.key, line.state] } }
      expect(states.call).to include("motor.pole_pairs" => "open", "motor.rated_speed" => "drive")
      stage.accept(["motor.pole_pairs"])
      expect(states.call).to include("motor.pole_pairs" => "drafted", "motor.rated_current" => "open")
      stage.accept
      expect(states.call.values.uniq).to contain_exactly("drafted", "drive")
      expect(drive.drafts.find_by!(key: "motor.phase_resistance")).to have_attributes(
        raw: 1550,
        reason: "half the figure between two lines"
      )
    end

    it "takes a motor of the library in place of one of which only the size was known" do
      stage.keep("plate" => "none", "size" => "60", "top_speed" => "500", "cable_length" => "4")
      expect(stage.facts).to be_unknown
      stage.accept
      expect(drive.drafts.find_by!(key: "motor.rated_current").raw).to eq(800)
      stage.take(Gallop::Library.shipped.find { |motor| motor.part == "Kestrel 60-04" })
      expect(stage.facts).not_to be_unknown
      expect(stage.typed).to include("type" => "Kestrel 60-04", "top_speed" => "500", "cable_length" => "4")
      expect(stage.typed.keys).not_to include("plate", "size")
    end

    it "proposes nothing while a blocker stands" do
      stage.keep(DriveFactory::CARRIAGE.merge("pole_pairs" => "30"))
      expect { stage.accept }.to raise_error(Gallop::Objects::Unacceptable, /blocker/)
      expect(drive.drafts).to be_empty
    end

    it "says which motor values wait" do
      stage.keep(DriveFactory::CARRIAGE)
      expect(stage.waiting).to include("motor.pole_pairs", "motor.torque_constant")
      expect(stage.waiting).not_to include("limits.current")
      expect(stage).to be_factory
    end
  end

  describe StageFacts.named("mechanics") do
    def mechanics(overrides = {}) = described_class.new(drive.reload, overrides)

    it "asks for what the mechanism needs, and looks at the motor of the same drive" do
      expect(mechanics.sheet.fields.map(&:key)).to eq(["mechanism"])
      mechanics.keep("mechanism" => "screw", "lead" => "10", "load_mass" => "40")
      expect(mechanics.assessment.consequences.map(&:id)).not_to include("inertia_ratio")
      stage.keep(DriveFactory::CARRIAGE)
      expect(mechanics.assessment.consequences.map(&:id)).to include("inertia_ratio")
      expect(mechanics("mechanism" => "belt").sheet.missing.map(&:key)).to contain_exactly("teeth", "pitch")
    end

    it "keeps the facts of another mechanism for the case that it was the right one" do
      mechanics.keep("mechanism" => "screw", "lead" => "10", "load_mass" => "40")
      mechanics.keep("mechanism" => "table")
      expect(mechanics.sheet.fields.map(&:key)).not_to include("lead")
      mechanics.keep("mechanism" => "screw")
      expect(mechanics.typed).to include("lead" => "10")
      expect { mechanics.keep("diameter" => "5") }.to raise_error(Gallop::Objects::Unacceptable, /no fact “diameter”/)
    end

    it "takes unit factors and inertia into the draft" do
      mechanics.keep(
        "mechanism" => "screw",
        "lead" => "10",
        "load_mass" => "40",
        "unit" => "µm",
        "gear_motor" => "2",
        "gear_output" => "1"
      )
      mechanics.accept
      expect(drive.drafts.reload.pluck(:key, :raw)).to include(
        ["mechanics.feed", 10_000],
        ["mechanics.gear_motor", 2],
        ["speed_loop.load_inertia", 2533]
      )
    end
  end

  describe Drafted do
    it "drafts what a drive can hold, and nothing else" do
      drive.draft("ramps.acceleration", 5000)
      expect(drive.drafts.pluck(:key, :raw)).to eq([["ramps.acceleration", 5000]])
      {
        "ramps.acceleration" => -1,
        "speed.target" => 100,
        "control.word" => 15,
        "envelope.speed" => 1000,
        "no.such" => 1,
        "bus.voltage" => 1
      }.each { |key, raw| expect { drive.draft(key, raw) }.to raise_error(Gallop::Objects::Unacceptable), key }
      expect(drive.drafts.reload.count).to eq(1)
    end

    it "forgets a draft that is what the drive holds anyway" do
      drive.draft("ramps.acceleration", 5000)
      drive.draft("ramps.acceleration", 3000)
      expect(drive.drafts.reload).to be_empty
    end
  end

  describe Tray do
    it "counts drafted, live but not stored, and what takes effect after a restart" do
      drive.draft("ramps.acceleration", 5000)
      drive.draft("feedback.counts_per_turn", 4096)
      drive.update!(live: drive.live.merge("ramps.deceleration" => 9000))
      tray = described_class.new(drive.reload)
      expect(tray.drafted.map { |line| [line.entry.key, line.live, line.draft] }).to eq(
        [["ramps.acceleration", 3000, 5000], ["feedback.counts_per_turn", 131_072, 4096]]
      )
      expect(tray.unstored.map { |line| [line.entry.key, line.stored, line.live] }).to eq(
        [["ramps.deceleration", 6000, 9000]]
      )
      expect([tray.restart_drafted, tray.waiting_for_restart]).to eq([1, 0])
    end

    it "is empty for a drive of which nothing is known" do
      tray = described_class.new(create_drive(nil, "Unknown"))
      expect([tray.drafted, tray.unstored, tray.waiting_for_restart]).to eq([[], [], 0])
    end
  end

  describe Course do
    def states = described_class.new(drive.reload).stages.to_h { |stage| [stage.id, [stage.state, stage.note]] }

    it "lists the one stage that makes sense for an unknown drive" do
      expect(described_class.new(create_drive(nil, "Unknown")).stages.map(&:id)).to eq(["connect"])
    end

    it "follows the drive from empty facts to written ones" do
      expect(states).to eq(
        "connect" => %w[todo offline],
        "motor" => ["todo", ""],
        "feedback" => ["todo", ""],
        "mechanics" => ["todo", ""],
        "power" => ["todo", ""],
        "limits" => ["todo", ""],
        "identify" => ["todo", ""],
        "tune" => ["todo", ""],
        "terminals" => ["todo", ""],
        "motion" => ["todo", ""],
        "verify" => ["todo", ""]
      )
      stage.keep("pole_pairs" => "5")
      expect(states["motor"]).to eq(["todo", "9 missing"])
      stage.keep(DriveFactory::CARRIAGE.merge("rated_current" => "2.2"))
      expect(states["motor"]).to eq(["findings", "1 caution"])
      stage.keep("rated_current" => "2.6")
      expect(states["motor"]).to eq(["todo", "to write"])
      written = stage.proposals.to_h { |line| [line.key, line.raw] }
      drive.update!(live: drive.live.merge(written))
      expect(states["motor"]).to eq(["settled", "in the drive"])
    end

    it "shows a proof as stale once a value that it rests on has changed" do
      inputs = drive.live.slice(*Proving::Direction.rests_on[:values])
      drive.proofs.create!(kind: "direction", verdict: "proven", taken_at: Time.current, inputs: inputs, result: {})
      expect(states["verify"].first).to eq("proven")
      drive.update!(live: drive.live.merge("motor.pole_pairs" => 4))
      expect(states["verify"]).to eq(["stale", "stale: Pole pairs has another value"])
      drive.update!(live: drive.live.except("motor.pole_pairs"))
      expect(states["verify"].first).to eq("stale")
    end

    it "shows a proof as stale with another device, other firmware, or other facts" do
      drive.update!(identity: drive.identity.merge("serial" => "1", "firmware" => "1.1.0"))
      stage.keep("pole_pairs" => "5")
      proof = Proof.keep(drive, kind: "direction", verdict: "proven", result: {}, **Proving::Direction.rests_on)
      expect(proof.standing).to eq("proven")
      drive.identity["serial"] = "2"
      expect(proof.stale_because).to eq("another device answers")
      drive.identity.merge!("serial" => "1", "firmware" => "1.0.0")
      expect(proof.stale_because).to eq("the firmware is another")
      drive.identity["firmware"] = "1.1.0"
      stage.keep("rated_current" => "2.6")
      expect(proof.standing).to eq("proven")
      stage.keep("pole_pairs" => "4")
      expect(proof.stale_because).to eq("a fact of the stage Motor has changed")
    end
  end

  describe LogbookEntry do
    it "is written once and never changed" do
      drive.log("motion", "Enabled", "x" * 900, author: "Robin")
      entry = described_class.last
      expect(entry).to have_attributes(headline: "Enabled", author: "Robin", drive_name: "Carriage")
      expect(entry.detail.length).to be <= 500
      expect { entry.update!(headline: "Nothing") }.to raise_error(ActiveRecord::ReadOnlyRecord)
    end

    it "outlives its drive" do
      drive.log("motion", "Enabled")
      drive.destroy!
      expect(described_class.last).to have_attributes(drive_id: nil, drive_name: "Carriage")
    end
  end
end
