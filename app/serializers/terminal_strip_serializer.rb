# frozen_string_literal: true

# The terminals of a drive, and what follows from them.
class TerminalStripSerializer < ApplicationSerializer
  CHOICES = "{ code: number; title: string }[]"
  SETTING =
    "{ key: string; name: string; help: string; unit: string; choices: #{CHOICES}; live: number; draft: number | null }"

  field(
    :terminals,
    "{ id: string; name: string; kind: 'input' | 'analog' | 'output'; number: number; key: string; live: number; " \
      "draft: number | null; wire: string | null; hazards: number[]; choices: #{CHOICES}; settings: #{SETTING}[]; " \
      "findings: string[] }[]"
  ) do |strip|
    strip.terminals.map do |terminal|
      {
        **terminal.to_h.except(:settings, :findings),
        hazards: strip.drive.profile.fetch(terminal.key).hazard_choices.to_a,
        choices: strip.choices(terminal.key),
        settings: strip.settings(terminal.settings),
        findings: terminal.findings.map(&:headline)
      }
    end
  end
  field(:start, "#{SETTING}[]") { |strip| strip.settings(TerminalStrip::START) }
  field(:reference, "#{SETTING}[]") { |strip| strip.settings(TerminalStrip::REFERENCE) }
  field(:presets, "#{SETTING}[]") { |strip| strip.settings((1..15).map { |n| "presets.speed_#{n}" }) }
  field :starts, "string[]"
  field :live_starts, "string[]"
  many :findings, resource: FindingSerializer
end
