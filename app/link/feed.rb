# frozen_string_literal: true

module Link
  # What goes out to the browsers: live figures many times a second, and word of what has changed.
  module Feed
    module_function

    def stream(drive_id) = "drive_#{drive_id}"

    # Live figures as one array in the order of the profile's live entries.
    def live(drive_id, sample)
      figures = sample.profile.live.map { |entry| entry.figure(sample.raw.fetch(entry.key)) }
      ActionCable.server.broadcast(stream(drive_id), { live: figures, state: Gallop::Cia402::STATES[sample.state] })
    end

    # @param what [Array<String>] of link, values, tray, motion, batch, faults, proofs, logbook
    def changed(drive_id, *what)
      ActionCable.server.broadcast(stream(drive_id), { changed: what })
    end
  end
end
