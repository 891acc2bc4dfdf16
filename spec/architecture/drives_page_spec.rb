# frozen_string_literal: true

require "rails_helper"

# docs/drives.md is followed by technicians; its figures are those that the specs commission the drives with.
RSpec.describe "The page of the demo's drives" do
  page = Rails.root.join("docs/drives.md").read
  families = { "Web feed" => "shire", "Roll tug" => "fjord", "Squeegee" => "camargue" }

  YAML
    .safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml"))
    .each do |drive, stages|
      it "has all facts of #{drive}" do
        section = page[/^## #{drive}$.*?(?=^## |\z)/m].gsub(/\s+/, " ")
        machine = Gallop::Machine.new(Gallop::Objects::Profile.load(families.fetch(drive, "haflinger")), stages)
        stages.each do |stage, facts|
          (
            if stage == "motor"
              facts.slice(
                "type",
                "top_speed",
                "track_length",
                "cable_length",
                "cable_section",
                "gate_level",
                "turn_off",
                "driver_difference"
              )
            else
              facts
            end
          ).each do |key, text|
            field = machine.stage(stage).sheet.field(key)
            shown = field.choices.any? ? field.choices.fetch(text) : [text, field.unit].reject(&:empty?).join(" ")
            expect(section).to include("#{field.label} **#{shown}**")
          end
        end
      end
    end
end
