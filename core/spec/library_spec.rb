# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::Library do
  shipped = described_class.shipped
  motors = shipped.reject { |listed| listed.kind == described_class::DEVICE }
  devices = shipped - motors

  it("ships at least 25 motors of all kinds, and devices") do
    expect([shipped.size, shipped.map(&:kind).uniq]).to match([be >= 25, match_array(described_class::KINDS)])
  end

  # Complete and consistent in itself: on a drive that is large enough nothing is found but notes.
  motors.each do |motor|
    it "has consistent data of #{motor.part}" do
      family =
        { "induction" => "shire", "linear" => "camargue", "brushed" => "exmoor", "stepper" => "konik" }.fetch(
          motor.kind
        ) { motor.part.start_with?("Marmot") ? "fjord" : "haflinger" }
      profile = Gallop::Objects::Profile.load(family)
      assessment =
        Gallop::Motors.for(
          profile,
          motor.own_facts.merge(
            "top_speed" => motor.facts["rated_speed"] || motor.facts["top_speed"],
            "type" => motor.part
          )
        ).assessment
      beside = %w[
        drive_too_small
        voltage_below_supply
        top_speed_beyond_bus
        stage_not_described
        ripples_much
        other_voltage
      ]
      expect(
        assessment
          .findings
          .reject { |finding| finding.severity == :note || beside.include?(finding.id) }
          .map(&:headline)
      ).to be_empty
      expect(assessment.missing - Gallop::Motors.kind(profile).surrounding).to be_empty
      if motor.kind == "synchronous"
        expect(motor.facts["voltage_constant"].to_f).to be_within(0.005 * motor.facts["voltage_constant"].to_f).of(
          motor.facts["torque_constant"].to_f / Math.sqrt(3) * 2 * Math::PI / 60 * 1000
        )
      end
    end
  end

  devices.each do |device|
    it "has consistent data of #{device.part}" do
      family = device.facts["device"] == "halls" ? "fjord" : "haflinger"
      facts = { "type" => device.part, **device.own_facts }
      stage = Gallop::Machine.new(Gallop::Objects::Profile.load(family), { "feedback" => facts }).stage("feedback")
      severe = stage.assessment.findings.reject { |finding| finding.severity == :note }
      expect(severe.map(&:id) - %w[slow_word resolver_pairs_odd pairs_missing]).to be_empty
      expect(stage.assessment.missing).to be_empty
      expect(stage.assessment.findings.map(&:id).include?("known_of_device")).to eq(device.note.include?(":"))
    end
  end

  it "names with each motor a device that there is, and a brake that is whole" do
    brought = motors.map { |motor| motor.facts_for("feedback")["type"] }.compact.uniq
    expect(brought - devices.map(&:part)).to be_empty
    expect(described_class.named("Kestrel 80-08 B").facts_for("power")).to eq(
      "brake" => "drive",
      "brake_torque" => "3.2",
      "brake_release" => "45",
      "brake_engage" => "25"
    )
  end

  it "reads what it has written, whatever is in it" do
    expect(described_class.read(described_class.write(shipped))).to eq(shipped)
    odd = [
      described_class::Listed.new(
        part: "A, \"b\"; c",
        kind: "induction",
        note: "with, commas",
        facts: shipped.find { |motor| motor.kind == "induction" }.facts
      )
    ]
    expect(described_class.read(described_class.write(odd))).to eq(odd)
  end

  it "reads semicolons, decimal commas, units and a byte order mark" do
    text =
      "\uFEFFPart;Kind;rated_power;rated_voltage;rated_current;rated_frequency;rated_speed;power_factor;top_speed\nOwl 1;induction;2 hp;400;3,3;50;1425;0,79;1500\n"
    expect(described_class.read(text).first).to have_attributes(
      part: "Owl 1",
      facts: include("rated_power" => "2 hp", "rated_current" => "3,3")
    )
  end

  whole = "part,kind,note,rated_power,rated_voltage,rated_current,rated_frequency,rated_speed,power_factor,top_speed\n"
  {
    "part,note\nx,y\n" => /line 1: columns “part” and “kind”/,
    "part,kind,colour\nx,induction,red\n" => /line 1: the column “colour” is not known/,
    "#{whole}Owl,induction,,1.5,400,3.3,50,1425,0.79,1500\nOwl 2,induction,,much,400,3.3,50,1425,0.79,1500\n" =>
      /line 3: Owl 2: rated_power/,
    "#{whole}Owl,induction,,1.5,400,3.3,50,1425,,1500\n" => /line 2: Owl: power_factor is missing/,
    "#{whole}Owl,steam,,1.5,400,3.3,50,1425,0.79,1500\n" =>
      /line 2: Owl: “steam” is none of synchronous, linear, induction, brushed, stepper/,
    "#{whole},induction,,1.5,400,3.3,50,1425,0.79,1500\n" => /line 2: a part number/,
    "#{whole}Owl,induction,,1.5,400,3.3,50,1425,0.79,1500\nOwl,induction,,1.5,400,3.3,50,1425,0.79,1500\n" =>
      /“Owl” is there twice/,
    "#{whole}\"Owl,induction\n" => /no table/,
    "\xFF\xFE" => /no UTF-8/
  }.each do |text, message|
    it("refuses a table with #{message.source[0, 50]}") do
      expect { described_class.read(text) }.to raise_error(described_class::Faulty, message)
    end
  end

  it "stands mutated tables" do
    text = described_class.write(shipped)
    random = Chance.named("library")
    1000.times do
      mutated = text.dup.force_encoding("BINARY")
      random.rand(1..6).times { mutated.setbyte(random.rand(mutated.bytesize), random.rand(256)) }
      described_class.read(mutated)
    rescue described_class::Faulty => e
      expect(e.message).not_to be_empty
    end
  end

  it "finds by the beginning of the part first, then by any word" do
    expect(described_class.search(shipped, "kestrel 60").map(&:part).first).to eq("Kestrel 60-02")
    expect(described_class.search(shipped, "brake").map(&:part)).to eq(["Kestrel 60-04 B", "Kestrel 80-08 B"])
    expect(described_class.search(shipped, "zebra")).to be_empty
  end
end
