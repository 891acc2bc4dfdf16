# frozen_string_literal: true

require "json"

# What takes long, in processes of its own.
module BenchWorkers
  WORKERS = 2

  private

  # @return [Array<Array(Object, Object)>] what the block made of each, worked out in processes of their own
  def in_workers(all)
    all
      .each_slice((all.size / WORKERS.to_f).ceil)
      .map { |part| worker(part) { |one| yield one } }
      .flat_map do |reader, pid|
        made = JSON.parse(reader.read, symbolize_names: true)
        Process.wait(pid)
        made
      end
  end

  def worker(part)
    reader, writer = IO.pipe
    pid =
      fork do
        reader.close
        writer.write(JSON.generate(part.map { |one| [one, yield(one)] }))
        writer.close
        exit!(0)
      end
    writer.close
    [reader, pid]
  end
end
