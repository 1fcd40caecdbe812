# frozen_string_literal: true

module App
  # The secret that signs sessions: made once per data folder.
  module SessionKey
    module_function

    def read
      path = File.join(App.data_folder, 'session.key')
      File.write(path, SecureRandom.hex(48), perm: 0o600) unless File.exist?(path)
      File.read(path)
    end
  end
end
