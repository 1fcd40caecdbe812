# frozen_string_literal: true

module App
  # What a person asks for where only the last such thing counts: a size as it is being typed. What was begun for an
  # earlier one is given up at its next step (Wish.go_on). Known to all processes by a file of its own.
  class Wish
    # The person asks for something else by now.
    class Outdated < Refused
      def initialize = super('Something else is asked for by now.', status: 409)
    end

    KEY = :nockplane_wish

    # That of whoever asks in this thread (Apart) for the part of a text; nil where nobody does.
    def self.of_asker(text)
      Apart.asker&.then { |asker| new(asker.digest, Digest::SHA256.hexdigest(text)[0, 24]) }
    end

    # Raises Outdated where what is done in this thread is wished for no more.
    def self.go_on
      wish = Thread.current[KEY]
      raise Outdated unless wish.nil? || wish.last?
    end

    # person, what: digests.
    def initialize(person, what)
      @person = person
      @what = what
    end

    # From now on nothing else counts of what this person wishes for.
    def make
      FileUtils.mkdir_p(Slots.folder)
      temporary = "#{path}.#{SecureRandom.hex(4)}"
      File.write(temporary, @what)
      File.rename(temporary, path)
      self
    end

    # Is it what the person wished for last?
    def last?
      File.read(path) == @what
    rescue Errno::ENOENT
      false
    end

    # The block is done for it.
    def hold
      before = Thread.current[KEY]
      Thread.current[KEY] = self
      yield
    ensure
      Thread.current[KEY] = before
    end

    # A task of Heavy as one that is done for it.
    def task(*task) = [:wished, @person, @what, *task]

    # Prefixes that ask before every feature whether the part is wished for still.
    class Prefixes < Nockplane::Modelling::Builder::Prefixes
      def fetch(key)
        Wish.go_on
        super
      end
    end

    private

    def path = File.join(Slots.folder, "wish-#{@person}")
  end
end
