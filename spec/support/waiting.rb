# frozen_string_literal: true

# Waiting for a condition instead of sleeping.
module Waiting
  # @yieldreturn [Object] truthy when the wait is over @return [Object] that
  def wait_until(what = "the condition", seconds: 30)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    loop do
      result = yield
      return result if result
      if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
        raise "#{what} did not come true within #{seconds} s"
      end
      sleep 0.03 # asking is work for the process that is asked
    end
  end
end
