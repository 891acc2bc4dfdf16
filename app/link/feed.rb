# frozen_string_literal: true

module Link
  # What goes out to the pages: live figures many times a second, and word of what has changed.
  module Feed
    @listeners = [].freeze # replaced whole, so that a link's thread walks through it without a lock
    @mutex = Mutex.new

    class << self
      def join(listener) = @mutex.synchronize { @listeners = (@listeners | [ listener ]).freeze }
      def leave(listener) = @mutex.synchronize { @listeners = (@listeners - [ listener ]).freeze }

      # Live figures as one array in the order of the profile's live entries.
      def live(drive_id, sample)
        return if (listeners = showing(drive_id)).empty?
        figures = sample.profile.live.map { |entry| entry.figure(sample.raw.fetch(entry.key)).then { |figure| figure if figure.to_f.finite? } }
        text = JSON.generate(drive: drive_id, live: figures, layout: layout(sample.profile), state: Gallop::Cia402::STATES[sample.state])
        listeners.each { |listener| listener.tell(text, passing: true) }
      end

      # Inside a transaction the word waits for its end: a page that asks at once must not be told what was before.
      # @param what [Array<String>] of link, values, tray, motion, batch, faults, proofs, logbook, firmware
      def changed(drive_id, *what)
        ActiveRecord.after_all_transactions_commit do
          text = JSON.generate(drive: drive_id, changed: what)
          showing(drive_id).each { |listener| listener.tell(text) }
        end
      end

      # Word to every page. @param what [Symbol] discovery: the search for drives has come further; projects: there is
      # another project or drive, or one less, or one has another name
      def announce(what)
        ActiveRecord.after_all_transactions_commit do
          text = JSON.generate(announced: what)
          @listeners.each { |listener| listener.tell(text) }
        end
      end

      private

      def showing(drive_id) = @listeners.select { |listener| listener.shows?(drive_id) }

      # Which figures stand where: another firmware, or another drive, has others.
      def layout(profile) = "#{profile.family} #{profile.version}"
    end
  end
end
