# frozen_string_literal: true

# A place where a drive was seen, kept until it is forgotten: what answered there, and when last.
class Sighting < ApplicationRecord
  scope :newest_first, -> { order(answering: :desc, last_seen_at: :desc, id: :desc) }

  # @param identity [Wire::Identity] @param values [Hash] raw by key
  # @return [Sighting]
  def self.seen(host, port, unit, identity, values)
    sighting = find_or_initialize_by(host: host, port: port, unit: unit)
    before = sighting.identity["serial"]
    now = Time.current
    sighting.update!(
      identity: identity.as_json,
      settings: values.slice(*Wire::Scan::READ),
      answering: true,
      first_seen_at: sighting.first_seen_at || now,
      last_seen_at: now,
      previous_serial: before.present? && before != identity.serial ? before : sighting.previous_serial
    )
    sighting
  end

  # @return [Array<Integer>] that drives are known to have
  def self.addresses = pluck(:settings).filter_map { |settings| settings["network.address"] }

  def serial = identity["serial"].to_s
  def profile =
    if Gallop::Objects::Profile::FAMILIES.include?(identity["family"])
      Gallop::Objects::Profile.load(identity["family"])
    else
      nil
    end
  def node = settings["network.node"]

  # @return [Gallop::Network::Fit, nil] nil when the drive has no address of its own
  def fit(interfaces)
    if settings.key?("network.address")
      Gallop::Network::Fit.new(
        settings["network.address"],
        settings["network.mask"].to_i,
        interfaces,
        taken: self.class.addresses
      )
    else
      nil
    end
  end
end
