# frozen_string_literal: true

# The stage Motor of one drive: facts as typed, what follows from them, and how the drive stands to it.
class Motor
  STAGE = "motor"

  attr_reader :drive

  # @param overrides [Hash{String => String}] facts as they are being typed, over the kept ones
  def initialize(drive, overrides = {})
    @drive = drive
    @overrides = overrides.transform_keys(&:to_s)
  end

  def self.fields(drive) = Gallop::Motors.fields(drive.profile)

  def known? = drive.profile.present?
  def kept = @kept ||= drive.facts.where(stage: STAGE).index_by(&:key)
  def typed = kept.transform_values(&:text).merge(@overrides)
  def motor = @motor ||= Gallop::Motors.for(drive.profile, typed)
  def sheet = motor.sheet
  def assessment = @assessment ||= motor.assessment
  def blocked? = known? && assessment.blocked?

  # @param texts [Hash{String => String}] an empty text takes the fact away
  # @raise [Gallop::Objects::Unacceptable] when one of them cannot be read; then none is kept
  def keep(texts)
    unknown = texts.keys - self.class.fields(drive).map(&:key)
    raise Gallop::Objects::Unacceptable, "There is no fact “#{unknown.first.truncate(40)}” here." if unknown.any?
    problem = Gallop::Facts::Sheet.new(self.class.fields(drive), texts).problems.first
    raise Gallop::Objects::Unacceptable, "#{sheet.field(problem[0]).label}: #{problem[1]}" if problem
    drive.transaction { texts.each { |key, text| keep_one(key, text.to_s.strip) } }
    @kept = @motor = @assessment = nil
  end

  # Proposals with the drive's own figures beside them.
  def proposals
    assessment.proposals.map { |proposal| Line.new(drive, proposal) }
  end

  # Values of the motor group that are proposed or drafted and not in the drive.
  def waiting
    return [] unless known?
    drafted = drive.drafts.pluck(:key).select { |key| drive.profile[key]&.group == "motor" }
    (drafted + proposals.reject(&:in_drive?).map(&:key).grep(/\Amotor\./)).uniq
  end

  # Nobody has set the motor data that matter.
  def factory?
    values = drive.live_values
    %w[motor.rated_current motor.rated_torque motor.pole_pairs].all? { |key| values[key] == drive.profile.fetch(key).default_raw }
  end

  # @param keys [Array<String>, nil] nil takes all
  def accept(keys = nil)
    chosen = proposals.select { |line| keys.nil? || keys.include?(line.key) }
    raise Gallop::Objects::Unacceptable, "A blocker stands; nothing is proposed until it is resolved." if blocked?
    raise Gallop::Objects::Unacceptable, "Nothing of that is proposed." if chosen.empty?
    drive.transaction { chosen.each { |line| drive.draft(line.key, line.raw, reason: line.reason) } }
  end

  # A proposal against what is drafted and what the drive holds.
  class Line
    delegate :key, :figure, :reason, to: :@proposal

    def initialize(drive, proposal)
      @drive = drive
      @proposal = proposal
    end

    def entry = @drive.profile.fetch(key)
    def raw = entry.raw(figure)
    def live = @drive.live_values[key]
    def in_drive? = live == raw
    def stored? = @drive.stored_values[key] == raw
    def drafted? = @drive.drafts.any? { |draft| draft.key == key && draft.raw == raw }

    # @return [String] drive, drafted or open
    def state
      return "drive" if in_drive?
      drafted? ? "drafted" : "open"
    end
  end

  private

  def keep_one(key, text)
    return drive.facts.where(stage: STAGE, key: key).delete_all if text.empty?
    drive.facts.find_or_initialize_by(stage: STAGE, key: key).update!(text: text, source: "typed")
  end
end
