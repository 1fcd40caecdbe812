# frozen_string_literal: true

module App
  # Where middle products are kept: in memory up to so many bytes, and in a folder that all processes share, up to a
  # quota. Values are the core's frozen ones; files are our own, written whole and renamed. The folder may be deleted at
  # any time.
  class Store
    # Bytes in memory for each byte of a file, as measured on models and edges (2.4 to 3.7); texts take what they are
    # long.
    SWELL = 3
    # Bytes of values in memory in one process.
    MEMORY = ENV.fetch('NOCKPLANE_MEMORY_MB', 256).to_i * 1_000_000
    # Bytes of files in the folder.
    QUOTA = ENV.fetch('NOCKPLANE_CACHE_MB', 2000).to_i * 1_000_000
    # Seconds after which a file that is read counts as used again.
    USED = 600

    # Bytes of a file that a server process does not read: it would keep all its threads waiting for half a second and
    # more.
    LARGE = 4_000_000

    # What is asked for is large, and belongs into a process for heavy work. (No StandardError: whoever asks can't go on
    # without it.)
    class Large < Exception; end # rubocop:disable Lint/InheritException

    def initialize(folder, memory: MEMORY)
      @folder = folder
      @memory = Bounded.new(memory)
    end

    # The value kept under a key, made by the block where there is none. What another process is making already is
    # waited for instead of being made twice.
    def fetch(key)
      @memory[key] || read(key) || alone(key) { |waited| (waited && read(key)) || made(key) { yield } }
    end

    # Seconds that a value took to be made; nil when that is not known.
    def took(key)
      bytes = File.binread("#{path(key)}#{TOOK}")
      bytes.to_f
    rescue Errno::ENOENT
      nil
    end

    # Seconds from which on it is remembered how long something took, and in what file beside it.
    NOTED = 0.05
    TOOK = '.took'

    def known?(key) = @memory.key?(key) || File.exist?(path(key))

    # Path of a file kept under a key, written to the IO that the block gets where there is none: for what is too large
    # to pass through memory.
    def file(key)
      path_of(key) ||
        begin
          temporary = fresh(key)
          File.open(temporary, 'wb') { |io| yield io }
          File.rename(temporary, path(key))
          path(key)
        end
    ensure
      FileUtils.rm_f(temporary) if temporary
    end

    # Path of the file under a key, nil when there is none.
    def path_of(key)
      return nil unless File.exist?(path(key))

      touch(path(key))
      path(key)
    end

    # Seconds that another process is waited for (it may be one that gives way to all others), and between two looks.
    PATIENCE = 10
    GLANCE = 0.01
    # Of the file that is locked while something is made.
    LOCK = '.lock'

    # Deletes the files used least recently until the rest take no more than so many bytes; what a killed process left
    # half written, too. Gives how many went.
    def sweep(quota: QUOTA, now: Time.now)
      files = Dir.glob('**/*', base: @folder).filter_map { |name| stat(File.join(@folder, name)) }
      half, whole = files.partition { |path, _, _| ['.new', LOCK].include?(File.extname(path)) }
      gone = half.select { |_, _, used| now - used > 3600 }
      total = whole.sum { |_, bytes, _| bytes }
      whole
        .sort_by { |_, _, used| used }
        .each do |file|
          break if total <= quota

          total -= file[1]
          gone << file
        end
      gone.each { |path, _, _| FileUtils.rm_f(path) }.size
    end

    private

    # Yields while this process is the only one that makes what is kept under a key (or another one takes too long, or
    # nothing can be locked here): has it waited for another?
    def alone(key)
      waited = false
      held = locked(key) { waited = true }
      yield waited
    ensure
      if held
        FileUtils.rm_f(held.path)
        held.close
      end
    end

    # The locked file, nil when it was waited for in vain; yields when another process has it.
    def locked(key)
      FileUtils.mkdir_p(File.dirname(path(key)))
      file = File.open("#{path(key)}#{LOCK}", File::RDWR | File::CREAT, 0o600)
      until_then = Apart.now + PATIENCE
      until file.flock(File::LOCK_EX | File::LOCK_NB)
        yield
        return file.close if Apart.now > until_then

        sleep GLANCE
      end
      file
    rescue SystemCallError
      nil # a disk that is full, a file system without locks
    end

    def made(key)
      started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      value = yield
      seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
      write(key, value)
      File.write("#{path(key)}#{TOOK}", seconds.round(2).to_s) if seconds > NOTED
      value
    rescue *Outage::FULL
      value # made anew next time: a full folder costs time, no work
    end

    def path(key) = File.join(@folder, key[-2, 2], key)

    # [path, bytes, when used last] of a file, nil of a folder or what went meanwhile.
    def stat(path)
      found = File.stat(path)
      [path, found.size, found.mtime] if found.file?
    rescue Errno::ENOENT
      nil
    end

    def read(key)
      raise Large if Apart.asked? && File.size(path(key)) > LARGE

      bytes = File.binread(path(key))
      touch(path(key))
      value = Marshal.load(bytes) # rubocop:disable Security/MarshalLoad -- our own cache folder
      keep(key, Ractor.make_shareable(value), bytes.bytesize)
    rescue Errno::ENOENT, ArgumentError, TypeError, EOFError
      nil
    end

    def touch(path)
      File.utime(nil, nil, path) if Time.now - File.mtime(path) > USED
    rescue Errno::ENOENT
      nil # swept away meanwhile
    end

    def write(key, value)
      temporary = fresh(key)
      bytes = Marshal.dump(value)
      File.binwrite(temporary, bytes)
      File.rename(temporary, path(key))
      temporary = nil
      keep(key, value, bytes.bytesize)
    ensure
      FileUtils.rm_f(temporary) if temporary
    end

    # Where a new file is written before it has its name.
    def fresh(key)
      FileUtils.mkdir_p(File.dirname(path(key)))
      "#{path(key)}.#{SecureRandom.hex(4)}.new"
    end

    def keep(key, value, bytes) = @memory.keep(key, value, value.is_a?(String) ? bytes : bytes * SWELL)
  end
end
