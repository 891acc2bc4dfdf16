# frozen_string_literal: true

require "rails_helper"

# Each drive of the demo scenario, and of the rack beside it, from empty to complete facts; the proposals written, it
# turns at walk.
RSpec.describe "The whole course of a drive", :real_time do
  include ApiCalls

  racks =
    %w[saltgrass dyehouse].to_h do |name|
      [
        Rails.root.join("paddock/rigs/#{name}.yml").to_s,
        YAML.safe_load_file(Rails.root.join("spec/fixtures/#{name}_facts.yml"))
      ]
    end
  facts = racks.values.first

  # What is so on this machine and is to be said: the lift's load falls without its brake.
  def known_cautions(drive, stage) =
    drive == "Head lift" && stage == "mechanics" ? ["The load falls when the power stage goes off"] : []

  def turn_at_walk(drive)
    motion = drive.connection.motion
    motion.reins.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) do
      if motion.aligns?
        expect { motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: []) }.to raise_error(
          Motion::OutOfState,
          /moves by itself.*explicit yes/
        )
        expect(@paddock.shaft_speed(drive.name)).to eq(0)
      end
      motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: [], consents: ["align"])
      rated =
        drive.profile.fetch("limits.motor_speed").then { |entry| entry.figure(drive.live_values["limits.motor_speed"]) }
      motion.set_point(ApiCalls::TAB, rated)
      wait_until("#{drive.name} at walk") { (@paddock.shaft_speed(drive.name) - 0.05 * rated).abs < 0.02 * rated }
      yield if block_given?
      motion.disable(ApiCalls::TAB)
    end
    @paddock.seconds_to_rest(drive.name)
    expect(drive.connection.samples.last.fault_code).to eq(0)
  end

  racks
    .flat_map { |rig, all| all.map { |name, texts| [rig, name, texts] } }
    .each do |rig, name, texts|
      it "goes from empty to complete facts for #{name}, and the proposals let it turn at walk" do
        PaddockProcess.running(rig: rig) do |paddock|
          @paddock = paddock
          drive = connect(create_drive(paddock, name))
          complete(drive, texts) do |stage|
            cautions = stage.assessment.findings.reject { |finding| finding.severity == :note }.map(&:headline)
            expect([stage.assessment.missing, cautions]).to eq([[], known_cautions(name, stage.name)])
          end
          turn_at_walk(drive)
          expect(FaultPanel.new(drive).history).to be_empty
          expect(
            Course
              .new(drive.reload)
              .stages
              .reject { |stage| %w[connect identify tune terminals motion verify].include?(stage.id) }
              .map(&:state)
          ).to all(eq("settled").or(eq("findings")))
        end
      end
    end

  it "holds a hanging load at every step: brake, release, walk, stop, brake" do
    PaddockProcess.running(rig: racks.keys.first) do |paddock|
      @paddock = paddock
      drive = connect(create_drive(paddock, "Head lift"))
      complete(drive, facts.fetch("Head lift"))
      before = paddock.see("Head lift")["shaft_turns"]
      turn_at_walk(drive) do
        expect(paddock.see("Head lift")["brake"]).to include("open" => true, "powered" => true)
        wait_until("half a turn") { paddock.see("Head lift")["shaft_turns"] > before + 0.5 }
      end
      wait_until("the brake") { !paddock.see("Head lift")["brake"]["open"] }
      held = paddock.see("Head lift")["shaft_turns"]
      expect(held).to be > before + 0.1
      later = paddock.see("Head lift")["simulated_time"] + 0.5
      wait_until("half a second more") { paddock.see("Head lift")["simulated_time"] > later }
      expect(paddock.see("Head lift")["shaft_turns"]).to be_within(0.003).of(held)
    end
  end
end
