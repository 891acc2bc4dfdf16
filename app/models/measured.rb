# frozen_string_literal: true

# What the tests of a drive have found, beside what the drive holds: the last of each value that still stands.
class Measured
  # @!attribute key [String] of the setting @!attribute estimate [Hash] key, figure, uncertainty
  # @!attribute suggested [Boolean] whether it may be taken without a second look @!attribute alike [Boolean] whether
  # it is what the drive holds, as far as one can tell
  Row =
    Gallop::Record.define(:key, :entry, :estimate, :proof, :held, :sentence, :suggested, :alike) do
      def figure = estimate.fetch("figure")
      def uncertainty = estimate.fetch("uncertainty")
      def raw = entry.raw(figure).clamp(entry.raw_range.min, entry.raw_range.max)
      def taken = raw == held
    end

  def initialize(drive)
    @drive = drive
  end

  # @return [Array<Row>] in the order of the tests
  def rows
    found = @drive.latest_proofs.sort_by { |proof| order(proof.kind) }.flat_map { |proof| rows_of(proof) }
    found.group_by(&:key).map { |_, same| same.max_by { |row| row.proof.taken_at } }
  end

  # Some of them go into the draft. @param keys [Array<String>] @raise [Gallop::Objects::Unacceptable]
  def take(keys)
    known = rows.index_by(&:key)
    unknown = keys.find { |key| !known.key?(key) }
    raise Gallop::Objects::Unacceptable, "Nothing was measured for “#{unknown}”." if unknown
    raise Gallop::Objects::Unacceptable, "Choose at least one value." if keys.empty?
    known
      .values_at(*keys)
      .group_by(&:proof)
      .each do |proof, chosen|
        @drive.draft_all(
          chosen.to_h { |row| [row.key, row.raw] },
          reason: "measured: #{Gallop::Tests.title(proof.kind)}"
        )
      end
  end

  private

  def order(kind) = Gallop::Tests::ALL.index { |row| row.id == kind } || Gallop::Tests::ALL.size

  def rows_of(proof)
    # What was taken over makes its own proof stale where that rests on it: it stands all the same.
    if proof.stale? && proof.estimates.none? { |one| proof.found?(one["key"], @drive.live_values[one["key"]]) }
      return []
    end
    proof.estimates.filter_map do |estimate|
      entry = @drive.profile[estimate["key"]] or next
      held = @drive.live_values[entry.key]
      told = Gallop::Identify::Difference.new(entry, held && entry.figure(held), estimate["figure"])
      Row.new(
        key: entry.key,
        entry: entry,
        estimate: estimate,
        proof: proof,
        held: held,
        sentence: told.sentence,
        suggested: proof.verdict == "proven" && told.plausible?,
        alike: told.alike?(estimate["uncertainty"])
      )
    end
  end
end
