# frozen_string_literal: true

# Differences between project and drive that were found on connecting, and what is to become of each.
module Settled
  SIDES = %w[drive draft].freeze

  # @param keys [Array<String>] @param side [String] drive: its value stands; draft: the project's value goes into the
  # draft
  def settle(keys, side)
    # The link's thread reads values and notes differences meanwhile; the lock lets one of the two go first.
    chosen =
      with_lock do
        open_rows(keys).tap do |rows|
          side == "drive" ? drafts.where(key: keys).delete_all : keep(rows)
          update!(differences: differences - rows)
        end
      end
    log(
      "project",
      "#{chosen.size} difference#{"s" if chosen.size > 1} settled",
      "#{side == "drive" ? "taken from the drive" : "project's values drafted"}: #{keys.first(8).join(", ")}"
    )
    Link::Feed.changed(id, "link", "tray", "values")
  end

  # One action for a drive that came back with factory values: the whole set is drafted and written, journalled as any
  # batch.
  # @param yes [Array<String>] keys that may be a hazard @return [WriteBatch]
  def write_again(yes: [])
    fallen = differences.select { |row| row["why"] == "restart" }.to_h { |row| [row["key"], row["project"]] }
    raise Gallop::Objects::Unacceptable, "Nothing fell back that could be written again." if fallen.empty?
    connection!
    authority.permit!(:write)
    authority.permit_values!(fallen, yes: yes)
    settle(fallen.keys, "draft")
    WriteBatch.prepare(self, drafts.reload.where(key: fallen.keys).pluck(:key), yes: yes).run
  end

  private

  def open_rows(keys)
    rows = differences.select { |row| keys.include?(row["key"]) }
    missing = keys - rows.pluck("key")
    missing.empty? ? rows : raise(Gallop::Objects::Unacceptable, "No difference is open for #{missing.first}.")
  end

  def keep(rows) =
    draft_all(rows.to_h { |row| [row["key"], row["project"]] }, reason: "kept when the drive was connected")
end
