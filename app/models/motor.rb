# frozen_string_literal: true

# The stage Motor of one drive.
class Motor < StageFacts
  STAGE = "motor"

  # The data of a motor of the library, in place of what was typed; the top speed that the machine allows stays. Its
  # feedback device and its brake go to their stages, where nothing was typed yet.
  # @param listed [Gallop::Library::Listed] @return [Array<String>] titles of the other stages that have got something
  # @raise [Gallop::Objects::Unacceptable] for a motor of another kind
  def take(listed)
    unless listed.kind == drive.profile.motor_kind.to_s
      raise Gallop::Objects::Unacceptable, "#{listed.part} is no motor for this drive."
    end
    top = kept["top_speed"]&.text
    # A motor of the library has a plate
    gone = (kept.keys - Gallop::Motors.kind(drive.profile).surrounding + (kept.keys & ["plate"])).index_with("")
    keep_listed(gone.merge("type" => listed.part, **listed.own_facts).except(*("top_speed" if top)))
    [Feedback.new(drive).take_of(listed), take_brake(listed)].compact
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

  private

  # @return [String, nil] the title of the stage
  def take_brake(listed)
    power = StageFacts.named("power").new(drive)
    brake = listed.facts_for("power")
    return if brake.empty? || brake.keys.any? { |key| power.kept[key]&.source == "typed" }
    power.keep_listed(brake)
    Gallop::Stages.fetch("power").title
  end
end
