# frozen_string_literal: true

# Values as a page sets them: a figure, or one of the choices, live and with the draft. Who includes it knows a drive.
module PageSettings
  # As TypeScript has them
  CHOICES = "{ code: number; title: string }[]"
  TYPE =
    "{ key: string; name: string; help: string; unit: string; choices: #{CHOICES}; live: number; draft: number | null }"

  # What the drive lacks is left out. @param keys [Array<String>] @return [Array<Hash{Symbol => Object}>]
  def settings(keys) = keys.filter_map { |key| setting(profile[key]) if profile[key] }

  # @return [Array<Hash{Symbol => Object}>]
  def choices(key) = profile.fetch(key).choices.map { |code, title| { code: code, title: title } }

  private

  def profile = drive.profile
  def live = @live ||= profile.factory.merge(drive.live_values)
  def drafted = @drafted ||= drive.drafted_values

  def setting(entry)
    shown = ->(raw) { entry.choices.any? ? raw : entry.figure(raw) }
    now, wanted = [live, drafted].map { |values| values.fetch(entry.key) }
    {
      key: entry.key,
      name: entry.name,
      help: entry.help,
      unit: entry.unit,
      choices: choices(entry.key),
      live: shown.(now),
      draft: wanted == now ? nil : shown.(wanted)
    }
  end
end
