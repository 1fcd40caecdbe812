# frozen_string_literal: true

module App
  # What an administrator reads when something went wrong: <data>/log/nockplane.log, a line for each event with time,
  # process and request, ten files of a few MB at most. Faults of the program go to standard error, too.
  # NOCKPLANE_ACCESS_LOG=1 adds a line for each request.
  module Log
    FILES = 10
    BYTES = 5_000_000

    module_function

    # Something was refused, in one line. request: its id, nil outside requests.
    def refusal(words, request: nil) = write(:info, 'refused', words, request)

    # Something goes wrong that a person should look at; the work goes on.
    def trouble(words, request: nil) = told(write(:warn, 'trouble', words, request))

    # A fault of the program, with where it came from.
    def fault(error, request: nil)
      told(write(:error, 'fault', [error.class, error.message, *error.backtrace&.first(12)].join(' | '), request))
    end

    # A request and its answer.
    def access(words, request:) = write(:info, 'access', words, request)

    def access? = ENV['NOCKPLANE_ACCESS_LOG'] == '1'

    def write(level, kind, words, request)
      line =
        "#{Time.now.utc.iso8601(3)} #{Process.pid} #{request || '-'} #{kind} " \
        "#{Nockplane::Drafting::Legible.clean(words.to_s).gsub(/\s*\n\s*/, ' | ')[0, 2000]}"
      logger.public_send(level, line)
      line
    rescue SystemCallError
      line # a full disk: standard error still has it
    end

    def told(line) = Kernel.warn(line)

    def logger
      path = File.join(App.data_folder, 'log', 'nockplane.log')
      return @logger if @logger && @path == path

      FileUtils.mkdir_p(File.dirname(path))
      @path = path
      @logger = Logger.new(path, FILES, BYTES, formatter: ->(_, _, _, line) { "#{line}\n" })
    end
  end
end
