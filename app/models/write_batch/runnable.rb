# frozen_string_literal: true

class WriteBatch
  # Sending the lines of a batch, each confirmed by what the drive reads back. The journal is kept in groups: a group is marked as sent
  # before its first word goes out, so that after a crash every value that the drive may have is known.
  module Runnable
    GROUP = 20

    # @return [WriteBatch] self, in its final state
    def run
      update!(state: "running", message: "")
      drive.connection!.own_writes do
        lines.select(&:open?).each_slice(GROUP) { |group| send_group(group) }
        finish
      end
    rescue Link::Lost, Link::Offline => e
      interrupt(e.message)
    rescue StandardError => e # an error of our own must not leave a batch that runs for ever
      interrupt("The server stopped on an error of its own: #{e.message}.")
      raise
    end

    def resume
      claim
      drive.log("write", "Batch resumed", "#{confirmed_count} of #{lines.size} values had been confirmed.")
      lines.select { |line| line.state == "refused" }.each { |line| line.update!(state: "pending", message: "") }
      lines.reset
      run
    end

    # Puts back what the drive had before, the last line first.
    def undo
      connection = drive.connection!
      claim
      connection.own_writes { lines.select(&:may_have_landed?).reverse_each { |line| put_back(line) } }
      update!(state: "undone", ended_at: Time.current, message: "")
      drive.log("write", "Batch undone", "#{lines.count { |line| line.state == 'undone' }} values are as before.")
      announce
      self
    rescue Link::Lost, Link::Offline => e
      interrupt(e.message)
    end

    def interrupt(reason)
      update!(state: "interrupted", message: reason)
      drive.log("write", "Batch interrupted", "#{confirmed_count} of #{lines.size} values were confirmed. #{reason}")
      announce
      self
    end

    private

    # One request alone gets to carry a batch on.
    def claim
      raise Closed unless self.class.where(id: id, state: %w[interrupted failed]).update_all(state: "running") == 1
      reload
    end

    def send_group(group)
      WriteLine.where(id: group.map(&:id)).update_all(state: "sent")
      group.each { |line| line.state = "sent" }
      group.each { |line| send_line(line) }
    ensure
      mark(group)
      announce_progress
    end

    def send_line(line)
      line.read_back = exchange(line.key, line.wanted)
      line.state = line.read_back == line.wanted ? "confirmed" : "adjusted"
    rescue Link::Refused => e
      line.assign_attributes(state: "refused", message: e.message)
    end

    # What became of a group, in one transaction; confirmed drafts are done with.
    def mark(group)
      transaction do
        group.each(&:save!)
        done = group.reject { |line| %w[sent refused].include?(line.state) }
        drive.drafts.where(key: done.map(&:key)).delete_all if done.any?
      end
    end

    def put_back(line)
      read_back = exchange(line.key, line.before)
      line.update!(state: "undone", read_back: read_back)
      drive.draft(line.key, line.wanted, reason: "undone batch")
    rescue Link::Refused => e
      line.update!(message: "could not be put back: #{e.message}")
    end

    # @return [Object] what the drive made of it
    def exchange(key, raw)
      connection = drive.connection!
      connection.ask do |wire|
        wire.write(key, raw)
        wire.read_one(key).tap { |read_back| connection.took(key, read_back) }
      end
    end

    def finish
      refused = lines.count { |line| line.state == "refused" }
      update!(state: refused.zero? ? "done" : "failed", ended_at: Time.current, message: refused.zero? ? "" : "#{refused} of #{lines.size} values were refused.")
      drive.log("write", "#{lines.size - refused} value#{'s' if lines.size - refused != 1} written and read back", [ message, lines.map(&:key).join(", ") ].compact_blank.join(" "))
      drive.connection&.reread
      drive.settle_drafts
      announce
      self
    end

    def announce = Link::Feed.changed(drive_id, "values", "tray", "batch")

    def announce_progress
      @announced ||= 0.0
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      return if now - @announced < 0.1
      @announced = now
      Link::Feed.changed(drive_id, "batch")
    end
  end
end
