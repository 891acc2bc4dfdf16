# frozen_string_literal: true

# A drive as the frame shows it: chip, course, tray counts.
class DriveSerializer < ApplicationSerializer
  field :id, "number"
  field :project_id, "number"
  field :name, "string"
  field :host, "string"
  field :port, "number"
  field :unit, "number"
  field(:gait, "string") { |drive| (drive.connection&.motion&.gait || drive.envelope).name }
  field :link_wanted, "boolean"
  field(:family, "string | null") { |drive| drive.profile&.title }
  field(:identity, "Record<string, string>")
  field(:read_at, "string | null") { |drive| drive.read_at&.iso8601(3) }
  field(:link, "LinkState") { |drive| LinkStateSerializer.new(drive).to_h }
  field(:stages, "Stage[]") { |drive| StageSerializer.new(drive.course).to_h }
  field(:counts_per_turn, "number | null") do |drive|
    drive.profile && drive.counts? ? drive.live_values["feedback.counts_per_turn"] : nil
  end
  field(:pole_pairs, "number | null") { |drive| drive.profile && drive.counts? ? drive.pole_pairs : nil }
  field(:halls, "boolean") { |drive| drive.profile && drive.halls? || false }
  field(:live_entries, "LiveEntry[]") { |drive| LiveEntrySerializer.new(drive.profile&.live.to_a).to_h }
  field(:speed_unit, "string") { |drive| drive.profile&.speed_unit || "rpm" }
  field(:leads_team, "boolean") { |drive| drive.connection&.motion&.leads_team? || false }
  field(:follows_pulse, "boolean") { |drive| drive.connection&.motion&.follows_pulse? || false }
  field(:slides, "boolean") { |drive| drive.profile&.slides? || false }
  field(:reins, "{ holder: string | null; mine: boolean }") do |drive|
    reins = drive.connection&.motion&.reins
    { holder: reins&.holder, mine: reins&.held_by?(Current.tab) || false }
  end
  field(:armed, "boolean") { |drive| drive.connection&.motion&.armed? || false }
  field(
    :tray,
    "{ drafted: number; restart: number; unstored: number; waiting: number; interrupted: number }"
  ) do |drive|
    tray = drive.tray
    {
      drafted: tray.drafted.size,
      restart: tray.restart_drafted,
      unstored: tray.unstored.size,
      waiting: tray.waiting_for_restart,
      interrupted: drive.unfinished_batches.size
    }
  end
  field(:differences, "Difference[]") do |drive|
    if drive.profile
      DifferenceSerializer.new(drive.differences, params: { profile: drive.profile, live: drive.live_values }).to_h
    else
      []
    end
  end
  field(:volatile, "boolean") { |drive| drive.profile&.volatile? || false }
  field(:profile, "{ family: string; version: string } | null") do |drive|
    drive.profile && { family: drive.profile.family, version: drive.profile.version }
  end
  field(:open_ends, "OpenEnd[]") { |drive| OpenEndSerializer.new(drive.open_ends).to_h }
  field(:next_step, "{ sentence: string; place: string } | null") { |drive| drive.next_step&.to_h }
  field(:run, "Run | null") { |drive| (run = drive.shown_run) && RunSerializer.new(run).to_h }
  field(:updating, "boolean") { |drive| drive.undertaking.is_a?(FirmwareUpdate) }
end
