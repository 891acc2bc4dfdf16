# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Storing, restoring and restarting, which take their time as they do in a real drive. Power that goes meanwhile
      # leaves the stored memory as it was.
      module Storage
        STORE_TIME = 0.25 # s
        RESTORE_TIME = 0.25
        MEMORY_FAULT = 0x5530

        attr_reader :stored_changes

        def storage_busy? = @storage_job != 0
        def restart_wanted? = @restart_wanted

        def waiting_for_restart
          @waiting_for_restart ||= @restart_settings.count { |key| memory.live[key] != @effective[key] }
        end

        private

        def start_storage
          @restart_settings = profile.settings.select { |entry| entry.effect == "after_restart" }.map(&:key)
          @storage_job = 0
          @storage_time = 0.0
          @stored_changes = 0
          @restart_wanted = false
          @last_store = 1
        end

        def command_memory(key)
          case key
          when "storage.store"
            begin_storage(1, STORE_TIME)
          when "storage.restart"
            @restart_wanted = true
          else
            restore(key)
          end
        end

        def restore(key)
          group = profile.restores.find { |restore| restore.key == key }
          @to_restore = profile.settings_of(group)
          begin_storage(2, RESTORE_TIME)
        end

        def begin_storage(job, time)
          @storage_job = job
          @storage_time = time
        end

        def tend_storage(dt)
          @waiting_for_restart = nil
          return if @storage_job.zero?
          @storage_time -= dt
          return if @storage_time.positive?
          kept = @storage_job == 1 ? memory.store : memory.restore_factory(@to_restore)
          @storage_job = 0
          return trip(MEMORY_FAULT) unless kept
          @stored_changes = (@stored_changes + 1) & 0xFFFF
        end
      end
    end
  end
end
