# frozen_string_literal: true

# A disk of a few MB, for what happens when it is really full. Mounting one takes the rights of root.
class SmallDisk
  SIZE = 24 # MB

  def self.possible? = Process.uid.zero? && system("mount", "--version", out: File::NULL)

  # @yieldparam disk [SmallDisk]
  def self.mounted
    Dir.mktmpdir("small-disk") do |directory|
      system("mount", "-t", "tmpfs", "-o", "size=#{SIZE}m", "tmpfs", directory, exception: true)
      begin
        yield new(directory)
      ensure
        system("umount", "--lazy", directory)
      end
    end
  end

  attr_reader :directory

  def initialize(directory)
    @directory = directory
  end

  # @param leave [Integer] bytes that still fit
  def fill(leave: 0)
    free = free_bytes - leave
    File.open(ballast, "ab") { |file| file.write("\0" * [ free, 0 ].max) }
  rescue Errno::ENOSPC
    nil # full, which is the point
  end

  def make_room = FileUtils.rm_f(ballast)

  private

  def ballast = File.join(@directory, "ballast")
  def free_bytes = Integer(`df --output=avail -B1 #{@directory}`.lines.last)
end
