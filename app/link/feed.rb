# frozen_string_literal: true

module Link
  # What goes out to the browsers: live figures many times a second, and word of what has changed.
  module Feed
    module_function

    def stream(drive_id) = "drive_#{drive_id}"

    # Live figures as one array in the order of the profile's live entries.
    def live(drive_id, sample)
      figures = sample.profile.live.map { |entry| entry.figure(sample.raw.fetch(entry.key)) }
      ActionCable.server.broadcast(stream(drive_id), { live: figures, layout: layout(sample.profile), state: Gallop::Cia402::STATES[sample.state] })
    end

    # Which figures stand where: another firmware, or another drive, has others.
    def layout(profile) = "#{profile.family} #{profile.version}"

    # @param what [Array<String>] of link, values, tray, motion, batch, faults, proofs, logbook
    # Inside a transaction the word waits for its end: a page that asks at once must not be told what was before.
    def changed(drive_id, *what)
      ActiveRecord.after_all_transactions_commit { ActionCable.server.broadcast(stream(drive_id), { changed: what }) }
    end
  end
end
