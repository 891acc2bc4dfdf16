# frozen_string_literal: true

# What eyes and a meter check at a drive before power, and what of it was ticked, by whom.
class PowerChecks
  # @!attribute check [Gallop::BeforePower::Check] @!attribute seen [PowerCheck, nil]
  Line =
    Gallop::Record.define(:check, :seen) do
      delegate :id, :title, :sentence, to: :check
      def seen? = !seen.nil?
    end

  def initialize(drive)
    @drive = drive
  end

  attr_reader :drive

  # @return [Array<Line>] a tick for something else than what is asked now counts as none
  def lines
    @lines ||=
      checks.map do |check|
        Line.new(check: check, seen: kept.find { |one| one.check_id == check.id && one.sentence == check.sentence })
      end
  end

  # Whether the first enabling still waits for it.
  def due? = drive.first_enabled_at.nil? && lines.any? { |line| !line.seen? }

  # @param id [String] @raise [Gallop::Objects::Unacceptable]
  def tick(id)
    check = find(id)
    PowerCheck.find_or_initialize_by(drive: drive, check_id: id).update!(sentence: check.sentence, seen_by: author)
    note("Looked at before power: #{check.title}", check.sentence)
  end

  def untick(id)
    check = find(id)
    drive.power_checks.where(check_id: id).delete_all
    note("No longer held for true: #{check.title}", check.sentence)
  end

  private

  def checks = Gallop::BeforePower.new(StageFacts.machine(drive)).checks
  def kept = @kept ||= drive.power_checks.to_a

  def find(id) =
    checks.find { |one| one.id == id } ||
      raise(Gallop::Objects::Unacceptable, "There is nothing “#{id.to_s.truncate(40)}” to look at here.")

  def author =
    Current.author.presence ||
      raise(Gallop::Objects::Unacceptable, "Give your name first: what is ticked stands under it.")

  def note(headline, detail)
    drive.log("proof", headline, detail)
    @lines = @kept = nil
    drive.power_checks.reset
    Link::Feed.changed(drive.id, "looked", "logbook")
  end
end
