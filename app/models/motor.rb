# frozen_string_literal: true

# The stage Motor of one drive.
class Motor < StageFacts
  STAGE = "motor"

  # The data of a motor of the library, in place of what was typed; the top speed that the machine allows stays.
  # @raise [Gallop::Objects::Unacceptable] for a motor of another kind
  def take(motor)
    unless motor.kind == drive.profile.motor_kind.to_s
      raise Gallop::Objects::Unacceptable, "#{motor.part} is no motor for this drive."
    end
    top = kept["top_speed"]&.text
    # A motor of the library has a plate
    gone = (kept.keys - Gallop::Motors.kind(drive.profile).surrounding + (kept.keys & ["plate"])).index_with("")
    keep(gone.merge("type" => motor.part, **motor.facts, **{ "top_speed" => top }.compact))
    drive
      .facts
      .where(stage: name, key: motor.facts.keys + ["type"])
      .where.not(key: top ? "top_speed" : "")
      .update_all(source: "library")
    forget
  end

  # Values of the motor group that are proposed or drafted and not in the drive.
  def waiting
    return [] unless known?
    drafted = drive.drafts.pluck(:key).select { |key| drive.profile[key]&.group == "motor" }
    (drafted + proposals.reject(&:settled?).map(&:key).grep(/\Amotor\./)).uniq
  end

  # Nobody has set the motor data that matter.
  def factory?
    values = drive.live_values
    %w[motor.rated_current motor.rated_torque motor.pole_pairs motor.pole_pair_pitch]
      .select { |key| drive.profile[key] }
      .all? { |key| values[key] == drive.profile.fetch(key).default_raw }
  end
end
