# frozen_string_literal: true

# A stage of one drive that rests on facts: as typed, what follows from them, and how the drive stands to it. A stage
# that does more than that has a subclass, which names its STAGE.
class StageFacts
  attr_reader :drive

  # @return [StageFacts] of the stage with that name
  def self.named(name)
    own = [Motor, Feedback].find { |stage| stage::STAGE == name } and return own
    id = Gallop::Stages.fetch(name, Gallop::Stages.of_facts).id
    (@named ||= Concurrent::Map.new).compute_if_absent(id) { Class.new(self) { const_set(:STAGE, id) } }
  end

  # @param overrides [Hash{String => String}] facts as they are being typed, over the kept ones
  def initialize(drive, overrides = {})
    @drive = drive
    @overrides = overrides.transform_keys(&:to_s)
  end

  # @param typed [Hash{String => Hash}] facts of a stage in place of those that are kept
  # @return [Gallop::Machine] of all that is kept of the drive
  def self.machine(drive, typed = {})
    Gallop::Machine.new(drive.profile, drive.given.merge(typed))
  end

  def name = self.class::STAGE
  def known? = drive.profile.present?
  def kept = @kept ||= drive.facts.select { |fact| fact.stage == name }.index_by(&:key)
  def typed = drive.given.fetch(name, {}).merge(@overrides)
  def facts = @facts ||= machine(typed).stage(name)
  def sheet = facts.sheet
  def shaft = facts.shaft
  def assessment = @assessment ||= facts.assessment

  # Findings, proposals and what is missing, without figures and drawings: worked out once for the facts that are kept.
  def verdict = @overrides.empty? ? Verdicts.of(drive).fetch(name).assessment : assessment
  def blocked? = known? && verdict.blocked?

  # @param texts [Hash{String => String}] an empty text takes the fact away
  # @raise [Gallop::Objects::Unacceptable] when one of them cannot be read; then none is kept
  def keep(texts)
    fields = machine(typed.merge(texts)).stage(name).sheet.fields
    unknown = texts.reject { |_, text| text.to_s.strip.empty? }.keys - fields.map(&:key)
    raise Gallop::Objects::Unacceptable, "There is no fact “#{unknown.first.truncate(40)}” here." if unknown.any?
    problem = Gallop::Facts::Sheet.new(fields, texts).problems.first
    if problem
      raise Gallop::Objects::Unacceptable, "#{fields.find { |field| field.key == problem[0] }.label}: #{problem[1]}"
    end
    units = fields.to_h { |field| [field.key, field.unit] }
    drive.transaction { texts.each { |key, text| keep_one(key, Gallop::Quantities.bare(text.to_s.strip, units[key])) } }
    forget
  end

  # Facts of the library in place of what was typed.
  # @param texts [Hash{String => String}] an empty one takes a fact away
  def keep_listed(texts)
    keep(texts)
    drive.facts.where(stage: name, key: texts.keys).update_all(source: "library")
    forget
  end

  # Proposals with the drive's own figures beside them.
  def proposals
    verdict.proposals.map { |proposal| Line.new(drive, proposal) }
  end

  # @param keys [Array<String>, nil] nil takes all but what was measured since
  def accept(keys = nil)
    chosen = proposals.select { |line| keys.nil? ? !line.measured? : keys.include?(line.key) }
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
    def measured? = !in_drive? && @drive.measured?(key)
    # Nothing is left to be written of it.
    def settled? = in_drive? || measured?
    def stored? = @drive.stored_values[key] == raw
    def drafted? = @drive.drafts.any? { |draft| draft.key == key && draft.raw == raw }

    # @return [String] drive, drafted, measured or open
    def state
      return "drive" if in_drive?
      return "drafted" if drafted?
      measured? ? "measured" : "open"
    end
  end

  private

  # All stages of the drive, this one as it is typed.
  def machine(own) = StageFacts.machine(drive, name => own)

  def forget
    drive.forget_given
    @kept = @facts = @assessment = nil
  end

  def keep_one(key, text)
    return drive.facts.where(stage: name, key: key).delete_all if text.empty?
    drive.facts.find_or_initialize_by(stage: name, key: key).update!(text: text, source: "typed")
  end
end
