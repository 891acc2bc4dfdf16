# frozen_string_literal: true

# The terminals of a drive, and what follows from them.
class TerminalStripSerializer < ApplicationSerializer
  field(
    :terminals,
    "{ id: string; name: string; kind: 'input' | 'analog' | 'output'; number: number; key: string; live: number; " \
      "draft: number | null; wire: string | null; hazards: number[]; choices: #{PageSettings::CHOICES}; " \
      "settings: #{PageSettings::TYPE}[]; " \
      "findings: string[]; access: { name: string; index: number; subindex: number; register: number; line: string; " \
      "bit: number | null; mask: string | null } }[]"
  ) do |strip|
    strip.terminals.map do |terminal|
      {
        **terminal.to_h.except(:settings, :findings),
        hazards: strip.drive.profile.fetch(terminal.key).hazard_choices.to_a,
        choices: strip.choices(terminal.key),
        settings: strip.settings(terminal.settings),
        findings: terminal.findings.map(&:headline),
        access: strip.access(terminal).to_h
      }
    end
  end
  field(:start, "#{PageSettings::TYPE}[]") { |strip| strip.settings(TerminalStrip::START) }
  field(:reference, "#{PageSettings::TYPE}[]") do |strip|
    strip.settings(TerminalStrip::REFERENCE + TerminalStrip::PROCESS)
  end
  field(:presets, "#{PageSettings::TYPE}[]") { |strip| strip.settings((1..15).map { |n| "presets.speed_#{n}" }) }
  field(:pulse, "#{PageSettings::TYPE}[]") { |strip| strip.settings(TerminalStrip::PULSE) }
  field :moved_by, "#{PageSettings::TYPE}[]"
  field :moves, "{ number: number; text: string; settings: #{PageSettings::TYPE}[] }[]"
  field(:team, "#{PageSettings::TYPE}[]") { |strip| strip.settings(TerminalStrip::TEAM) }
  field(:sheet, "FactStage['tables'][number]") { |strip| strip.sheet.to_h }
  field(
    :stops,
    "{ from: string; ways: { code: number; title: string; text: string; note: string }[] } | null"
  ) do |strip|
    strip.stops &&
      {
        from: strip.stops.begins_with,
        ways:
          strip.stops.all.map do |stop|
            time = stop.seconds && Gallop::Quantities.format(stop.seconds, "s", 2)
            {
              code: stop.code,
              title: stop.title,
              text: [time, stop.way].compact.join(", ").presence || "–",
              note: stop.note
            }
          end
      }
  end
  field :lost_pulse, "string | null"
  field :starts, "string[]"
  field :live_starts, "string[]"
  many :findings, resource: FindingSerializer
end
