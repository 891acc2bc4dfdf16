# frozen_string_literal: true

# A disk of a few MB, for what happens when it is really full. Mounting one takes rights that not every machine gives.
class SmallDisk
  SIZE = 24 # MB

  class << self
    # @return [Boolean] found out by doing it
    def possible?
      return @possible if defined?(@possible)
      @possible = Dir.mktmpdir("small-disk") { |directory| mount(directory) && umount(directory) } || false
    end

    # @yieldparam disk [SmallDisk]
    def mounted
      Dir.mktmpdir("small-disk") do |directory|
        mount(directory) or raise "no disk of its own can be mounted here"
        begin
          yield new(directory)
        ensure
          umount(directory)
        end
      end
    end

    private

    def mount(directory) = system("mount", "-t", "tmpfs", "-o", "size=#{SIZE}m", "tmpfs", directory, err: File::NULL)
    def umount(directory) = system("umount", "--lazy", directory)
  end

  attr_reader :directory

  def initialize(directory)
    @directory = directory
  end

  # @param leave [Integer] bytes that still fit
  def fill(leave: 0)
    free = free_bytes - leave
    File.open(ballast, "ab") { |file| file.write("\0" * [free, 0].max) }
  rescue Errno::ENOSPC
    nil # full, which is the point
  end

  def make_room = FileUtils.rm_f(ballast)

  private

  def ballast = File.join(@directory, "ballast")
  def free_bytes = Integer(`df --output=avail -B1 #{@directory}`.lines.last)
end
