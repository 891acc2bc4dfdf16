# frozen_string_literal: true

module Link
  # What goes out to the pages: live figures many times a second, and word of what has changed.
  module Feed
    @listeners = [].freeze # replaced whole, so that a link's thread walks through it without a lock
    @mutex = Mutex.new

    class << self
      def join(listener) = @mutex.synchronize { @listeners = (@listeners | [listener]).freeze }
      def leave(listener) = @mutex.synchronize { @listeners = (@listeners - [listener]).freeze }

      # Live figures, to each page those that it shows, in the order in which it named them. Their layout is the page's
      # own number for that order.
      def live(drive_id, sample)
        figures = Hash.new { |known, key| known[key] = figure(sample, key) }
        showing(drive_id).each do |listener|
          shown = listener.showing(drive_id)
          next unless shown&.due?(sample)
          text =
            JSON.generate(
              drive: drive_id,
              at: ms(sample),
              layout: shown.layout,
              live: shown.keys.map(&figures),
              state: Gallop::Cia402::STATES[sample.state]
            )
          listener.tell(text, passing: true)
        end
      end

      # The last minute of some figures, as columns. @return [String, nil] nil while there is no link
      def past(drive_id, keys)
        samples = Registry[drive_id]&.samples.to_a
        return if samples.empty?
        columns = keys.map { |key| samples.map { |sample| figure(sample, key) } }
        JSON.generate(drive: drive_id, past: { at: samples.map { |sample| ms(sample) }, keys: keys, columns: columns })
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

      def showing(drive_id) = @listeners.select { |listener| listener.showing(drive_id) }
      def ms(sample) = (sample.at * 1000).round(1)

      # @return [Numeric, nil] nil where the drive has no such figure
      def figure(sample, key)
        raw = sample.raw[key] or return
        sample.profile.fetch(key).figure(raw).then { |figure| figure if figure.to_f.finite? }
      end
    end
  end
end
