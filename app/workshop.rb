# frozen_string_literal: true

module App
  # The one Source of the process: recipes from the database, middle products from memory and the cache folder.
  module Workshop
    # Memory first (least recently used go), then var/cache. Values are the core's frozen ones; files are our own, written
    # whole and renamed.
    class Store
      LIMIT = 400

      def initialize(folder)
        @folder = folder
        @kept = {}
        @lock = Mutex.new
      end

      def fetch(key)
        known = @lock.synchronize { @kept.delete(key).tap { |v| @kept[key] = v if v } }
        return known if known

        value = read(key) || yield.tap { |v| write(key, v) }
        @lock.synchronize do
          @kept[key] = value
          @kept.shift if @kept.size > LIMIT
        end
        value
      end

      private

      def path(key) = File.join(@folder, key[-2, 2], key)

      def read(key)
        Ractor.make_shareable(Marshal.load(File.binread(path(key)))) # rubocop:disable Security/MarshalLoad -- our own cache folder
      rescue Errno::ENOENT, ArgumentError, TypeError, EOFError
        nil
      end

      def write(key, value)
        FileUtils.mkdir_p(File.dirname(path(key)))
        temporary = "#{path(key)}.#{SecureRandom.hex(4)}"
        File.binwrite(temporary, Marshal.dump(value))
        File.rename(temporary, path(key))
      end
    end

    module_function

    def source
      @source ||= Nockplane::Linking::Source.new(store: Store.new(File.join(App.data_folder, 'cache'))) do |id, number|
        recipe(id, number)
      end
    end

    # Seconds a recipe from a person may take to build before it is refused.
    PATIENCE = 60

    # Modelling::Model of recipe text from a person. Raises RecipeFault, or Refused when it takes too long.
    def try_build(text)
      Timeout.timeout(PATIENCE) { source.model_of(text) }
    rescue Timeout::Error
      raise Refused, "The part takes longer than #{PATIENCE} s to build and was not kept. Use fewer pattern instances or simpler profiles."
    end

    # Modelling::SizeEdit of a model dimension (by id) at the model's latest revision.
    def size_edit(model, id)
      text = model.latest.recipe
      Nockplane::Modelling::SizeEdit.new(Nockplane::Modelling::Recipe.parse(text), source.model_of(text), id)
    end

    # Recipe text of a revision; revisions never change, so it is remembered.
    def recipe(id, number)
      (@recipes ||= {})[[id, number]] ||= Records::Revision.find_by!(model_id: id, number: number).recipe.freeze
    end

    # Recipe texts tried but not kept, by digest: for previews.
    def trial(text)
      digest = Digest::SHA256.hexdigest(text)[0, 32]
      trials[digest] = text
      trials.shift if trials.size > 100
      digest
    end

    def trials = @trials ||= {}

    # glTF binary of recipe text.
    def glb(text)
      Nockplane::Formats::Glb.write(source.model_of(text).solid)
    end

    # Forgets everything in memory (tests change the data folder under a running process).
    def reset = @source = @recipes = @trials = nil
  end
end
