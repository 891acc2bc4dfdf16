# frozen_string_literal: true

# The search for drives, as a page shows it.
class DiscoveryView
  def running = Discovery.running?
  def progress = Discovery.scan&.progress.to_f
  def looked_at = Discovery.scan&.done.to_i
  def total = Discovery.scan&.total.to_i
  def cancelled = Discovery.scan&.cancelled? || false
  def proposal = Discovery.proposal
  def interfaces = @interfaces ||= Discovery.interfaces
  def sightings = @sightings ||= Sighting.newest_first.limit(200).to_a
  def strangers = Array(Discovery.strangers)

  def drives_at(sighting)
    @drives ||= Drive.includes(:project).group_by { |drive| [drive.host, drive.port, drive.unit] }
    @drives
      .fetch([sighting.host, sighting.port, sighting.unit], [])
      .map { |drive| { id: drive.id, project_id: drive.project_id, name: drive.name, project: drive.project.name } }
  end

  # Two that answer and have one node number or one configured address.
  # @return [Array<Hash>] headline and remedy
  def duplicates
    [
      *shared("network.node") { |number| "node number #{number}" },
      *shared("network.address") { |number| "address #{Gallop::Network.dotted(number)}" }
    ]
  end

  private

  def shared(key)
    answering = sightings.select { |sighting| sighting.answering && sighting.settings[key] }
    answering
      .group_by { |sighting| sighting.settings[key] }
      .select { |_, same| same.map(&:serial).uniq.size > 1 }
      .map do |value, same|
        {
          headline:
            "#{same.size} drives have the #{yield(value)}: " \
              "#{same.map { |sighting| "#{sighting.identity["model"]} #{sighting.serial}" }.join(", ")}",
          remedy:
            "Give each its own under #{key}; it counts after a restart. On one network they " \
              "answer in each other's place."
        }
      end
  end
end
