# frozen_string_literal: true

module Proving
  # The tests of Identify that are left for a drive, one after the other, begun by one yes. What was found, and fits
  # what was given, is taken over and written on the way where that was agreed. It ends at the first test that is not
  # proven, or that needs somebody, and is begun again from there: which tests are left is told by their proofs.
  #
  #   Proving::Sequence.new(drive, tab).start(eyes: [...], told: { room: 40.0 }, taking: true)
  class Sequence
    PATIENCE = 10.0 # s in which a drive gets ready for the next test
    LOOK = 0.1 # s
    TIMES = 2 # a test is carried out: taking what it found may ask for a proof of that

    # Nothing is left, or one is under way already.
    class Idle < Gallop::Refusal
      kind :not_now
    end

    # Why it goes no further.
    class Ended < Gallop::Refusal
      kind :not_now
    end

    @under_way = Concurrent::Map.new
    @last_words = Concurrent::Map.new

    class << self
      attr_reader :under_way, :last_words

      # @return [Sequence, nil] under way on the drive
      def of(drive_id) = @under_way[drive_id]

      # For STOP.
      def end_all(reason) = @under_way.each_value { |one| one.end_it(reason) }
    end

    attr_reader :drive

    # @param tab [String, nil] that asks
    def initialize(drive, tab)
      @drive = drive
      @tab = tab
      @times = Hash.new(0)
    end

    # @return [Array<Test>] all that the drive is identified by
    def tests
      @tests ||=
        Gallop::Tests.due("identify", drive.profile, drive.has).map { |row| Test.named(row.id).new(drive, @tab) }
    end

    # @return [Array<Test>] those without a proof that stands
    def left = tests.reject { |test| test.proof&.standing == "proven" }

    # What only eyes can check in any of those, each once. @return [Array<Identification::Eye>]
    def eyes
      left.flat_map { |test| test.eyes.map { |eye| eye.with(id: "#{test.id}.#{eye.id}") } }.uniq(&:sentence)
    end

    # @return [Array<Test::Asked>]
    def asked = left.flat_map(&:asked).uniq(&:name)

    # s at the longest
    def lasts = left.sum { |test| test.announcement.lasts }

    def under_way? = !self.class.of(drive.id).nil?

    # Why the last one went no further. @return [String, nil]
    def last_words = self.class.last_words[drive.id]

    # @param eyes [Array<String>] ids of #eyes that were looked at @param told [Hash{Symbol => Float}] of #asked
    # @param taking [Boolean] whether what fits may be written @raise [Motion::Unmet, Idle]
    def start(eyes:, told:, taking:)
      refuse(eyes)
      raise Idle, "A sequence is under way on #{drive.name}." if self.class.under_way.put_if_absent(drive.id, self)
      @seen = self.eyes.select { |eye| eyes.include?(eye.id) }.map(&:sentence)
      @told = told
      @taking = taking
      @count = left.size
      drive.log("test", "Sequence begun", left.map(&:title).join(", "))
      Current.in_background("sequence #{drive.name}") { carry_out }
      self
    end

    def end_it(reason)
      @end_it ||= reason
      Run.of(drive.id)&.abort(reason)
    end

    private

    def refuse(eyes)
      raise Idle, "Nothing is left: all tests of #{drive.name} are proven." if left.empty?
      unmet = left.first.needs.reject(&:met)
      unseen = Test.unseen(self.eyes, eyes)
      raise Motion::Unmet.new(unmet + unseen, "Not begun") if unmet.any? || unseen.any?
    end

    def carry_out
      say(nil)
      while (test = next_test)
        step(test)
      end
      leave("Sequence done", "All of it is proven.")
    rescue Gallop::Refusal, *Undertaking::OBSTACLES => e
      say(e.message)
      leave("Sequence ended", e.message)
    rescue StandardError => e
      say("The server stopped on an error of its own: #{e.message.lines.first&.chomp}")
      leave("Sequence ended", last_words)
      Rails.error.report(e, handled: false, context: { drive: drive.name })
    end

    def say(words)
      words ? self.class.last_words[drive.id] = words : self.class.last_words.delete(drive.id)
    end

    def leave(headline, detail)
      self.class.under_way.delete_pair(drive.id, self)
      drive.log("test", headline, detail)
      Link::Feed.changed(drive.id, "run", "proofs")
    end

    # A look at the drive as it is now.
    def next_test
      go_on!
      look
      look if take_over
      left.first
    end

    def look
      @drive = Drive.find(drive.id)
      @tests = nil
    end

    def step(test)
      refuse_third(test)
      refuse_untaken(test)
      test = await_needs(test.id)
      @times[test.id] += 1
      run = test.start(**@told.slice(*test.class.begun_with.keys), **ticked(test))
      run.wait
      refuse_unproven(run.reload)
    end

    def go_on! = @end_it && raise(Ended, @end_it)

    def ticked(test)
      test.eyes.empty? ? {} : { eyes: test.eyes.select { |eye| @seen.include?(eye.sentence) }.map(&:id) }
    end

    def refuse_third(test)
      return if @times[test.id] < TIMES
      raise Ended, "#{test.title} does not stay proven: #{test.proof&.stale_because || "look at its result"}."
    end

    # What was found, fits, and is another figure than the drive holds. @return [Boolean] whether there was any
    def take_over
      rows = @taking ? untaken.select(&:suggested) : []
      return false if rows.empty?
      keys = rows.map(&:key)
      Measured.new(drive).take(keys)
      batch = WriteBatch.prepare(drive, keys, yes: keys).run
      raise Ended, "What was found could not be written: #{batch.message}" unless batch.state == "done"
      true
    end

    def untaken = Measured.new(drive).rows.reject { |row| row.taken || row.alike }

    # A test may not rest on what is known to be otherwise.
    def refuse_untaken(test)
      rows = untaken.select { |row| test.class.rests_on[:values].include?(row.key) && row.proof.kind != test.id }
      return if rows.empty?
      raise Ended,
            "#{test.title} rests on what was found to be otherwise: #{rows.map { |row| row.entry.name }.join(", ")}. " \
              "Take it over and write it, or measure again."
    end

    # @return [Test] as the drive is by then
    def await_needs(id)
      deadline = now + PATIENCE
      loop do
        go_on!
        test = Test.named(id).new(@drive = Drive.find(drive.id), @tab)
        unmet = test.needs.reject(&:met)
        return test if unmet.empty?
        raise Motion::Unmet.new(unmet, "#{test.title} was not begun") if now > deadline
        sleep LOOK
      end
    end

    def refuse_unproven(run)
      go_on!
      return if run.state == "done" && run.proof&.verdict == "proven"
      raise Ended, "#{run.title}: #{run.message}"
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
