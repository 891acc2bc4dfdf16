# frozen_string_literal: true

# All traces of a drive in one file, which stays for as long as it takes to send it.
class TraceArchive
  DIRECTORY = Rails.root.join("tmp/archives")
  KEPT = 600 # s

  attr_reader :path

  def initialize
    @path = DIRECTORY.join("#{SecureRandom.hex(8)}.zip").to_s
  end

  # @param traces [ActiveRecord::Relation]
  def take(traces)
    DIRECTORY.mkpath
    DIRECTORY.glob("*.zip").each { |old| old.delete if old.mtime < KEPT.seconds.ago }
    Zip::OutputStream.open(@path) do |zip|
      traces.in_brief.find_each do |trace|
        file = TraceFile.new(trace)
        zip.put_next_entry(file.name("csv"))
        zip.write(file.csv)
      end
    end
  end
end
