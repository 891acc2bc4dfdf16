# frozen_string_literal: true

class WriteBatch
  # Sending the lines of a batch, each confirmed by what the drive reads back. The journal is kept in groups: a group
  # is marked as sent before its first word goes out, so that after a crash every value that the drive may have is
  # known. Before each word it is asked once more whether it may go out: a batch that somebody else's reins or an
  # enabling come between stops there.
  module Runnable
    GROUP = 20

    # @return [WriteBatch] self, in its final state
    def run
      authority
      carry_on do
        drive.connection!.own_writes do
          lines.select(&:open?).each_slice(GROUP) { |group| send_group(group) }
          read_all_again
        end
        finish
      end
    end

    # @param yes [Array<String>] keys that may be a hazard
    def resume(yes: [])
      claim do
        authorised(
          lines.select { |line| line.open? || line.state == "refused" }.to_h { |line| [line.key, line.wanted] },
          yes
        )
      end
      drive.log("write", "Batch resumed", "#{confirmed_count} of #{lines.size} values had been confirmed.")
      lines.select { |line| line.state == "refused" }.each { |line| line.update!(state: "pending", message: "") }
      lines.reset
      run
    end

    # Puts back what the drive had before, the last line first. @param yes [Array<String>] keys that may be a hazard
    def undo(yes: [])
      drive.connection!
      claim { authorised(lines.select(&:may_have_landed?).to_h { |line| [line.key, line.before] }, yes) }
      carry_on do
        drive.connection!.own_writes { lines.select(&:may_have_landed?).reverse_each { |line| put_back(line) } }
        conclude("undone", detail: "#{lines.count { |line| line.state == "undone" }} values are as before.")
      end
    end

    def interrupt(reason)
      conclude(INTERRUPTED, reason, detail: "#{confirmed_count} of #{lines.size} values were confirmed. #{reason}")
    end

    private

    # One request alone gets to carry a batch on.
    def claim
      Undertaking.claim(drive_id, self)
      yield
      open = [INTERRUPTED, "failed", Undertaking::RUNNING] # running is what a full disk left behind
      raise Closed unless self.class.where(id: id, state: open).update_all(state: Undertaking::RUNNING) == 1
      reload
    rescue StandardError
      no_longer_under_way
      raise
    end

    def authorised(values, yes)
      authority.permit!(:write)
      authority.permit_values!(values, yes: yes)
    end

    # Of the tab that asks for it: the link's thread has none.
    def authority = @authority ||= drive.authority(of: self)

    def send_group(group)
      WriteLine.where(id: group.map(&:id)).update_all(state: "sent")
      group.each { |line| send_line(line) }
    ensure
      mark(group)
      announce_progress
    end

    def send_line(line)
      line.read_back = exchange(line.key, line.wanted) { line.state = "sent" }
      line.state = line.read_back == line.wanted ? "confirmed" : "adjusted"
    rescue Wire::Refused => e
      line.assign_attributes(state: "refused", message: e.message)
    end

    # What became of a group, in one transaction; confirmed drafts are done with.
    def mark(group)
      transaction do
        group.each(&:save!)
        WriteLine.where(id: group.select { |line| line.state == "pending" }.map(&:id)).update_all(state: "pending")
        done = group.select { |line| %w[confirmed adjusted].include?(line.state) }
        drive.drafts.where(key: done.map(&:key)).delete_all if done.any?
      end
    end

    def put_back(line)
      raise Gallop::Objects::Unacceptable, "what the drive had before is not known" if line.before.nil?
      read_back = exchange(line.key, line.before)
      line.update!(state: "undone", read_back: read_back)
      drive.draft(line.key, line.wanted, reason: "undone batch")
    rescue Wire::Refused, Gallop::Objects::Unacceptable, KeyError => e
      line.update!(message: "could not be put back: #{e.message}")
    end

    # @yield just before the word goes out @return [Object] what the drive made of it
    def exchange(key, raw)
      drive
        .connection!
        .put(key, raw) do
          authority.permit!(:write)
          yield if block_given?
        end
    end

    # What follows from the new values in the drive. A link that is lost here reads everything when it comes back.
    def read_all_again
      drive.connection&.reread
    rescue Wire::Lost, Link::Offline, Link::Late => e
      Rails.logger.info("#{drive.name}, after a batch: #{e.message}")
    end

    def finish
      refused = lines.count { |line| line.state == "refused" }
      message = refused.zero? ? "" : "#{refused} of #{lines.size} values were refused."
      drive.settle_drafts
      conclude(
        refused.zero? ? "done" : "failed",
        message,
        headline: "#{counted(lines.size - refused)} written and read back",
        detail: [message, names.join(", ")].compact_blank.join(" ")
      )
    end

    def names = lines.map { |line| drive.profile[line.key]&.name || line.key }
    def counted(count) = "#{count} value#{"s" if count != 1}"
    def headline_of(state) = "Batch #{state}"
    def announce = Link::Feed.changed(drive_id, "values", "tray", "batch")
  end
end
