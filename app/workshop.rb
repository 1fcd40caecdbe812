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

      def known?(key) = @lock.synchronize { @kept.key?(key) } || File.exist?(path(key))

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
      @source ||= Nockplane::Linking::Source.new(store: Store.new(File.join(App.data_folder, 'cache')), library: method(:component),
                                                           importer: method(:imported)) do |id, number|
        recipe(id, number)
      end
    end

    # Text of a model that an assembly names by number or address, at a revision or the latest; nil when there is none.
    def component(name, revision)
      model = Records::Model.named(name) or return nil
      number = revision || model.latest.number
      model.revisions.exists?(number: number) ? recipe(model.id, number) : nil
    end

    # Model of an imported file with the names its faces have in this revision.
    def imported(reference, refine)
      model = Nockplane::Formats::Step::Import.read(Files.read(reference.file), names: reference.faces, refine: refine).model
      return model unless reference.title || reference.properties.any?

      Nockplane::Modelling::Model.new(**model.to_h, name: reference.title || model.name, properties: reference.properties_of(model))
    end

    # A recipe or an assembly, as its text says. Raises RecipeFault.
    def parse(text) = (Nockplane::Modelling::AssemblyRecipe.is?(text) ? Nockplane::Modelling::AssemblyRecipe : Nockplane::Modelling::Recipe).parse(text)

    # Assembly text with the revisions that its components have now written in, so that what was kept stays as it was kept;
    # a recipe as it is.
    def pinned(text)
      return text unless Nockplane::Modelling::AssemblyRecipe.is?(text)

      recipe = parse(text)
      names = recipe.components.reject { |c| c['revision'] }.map { |c| c['model'].to_s }.uniq
      recipe.with_pins(names.to_h { |n| [n, Records::Model.named(n)&.latest&.number] }.compact)
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
      Nockplane::Modelling::SizeEdit.new(parse(text), source.model_of(text), id)
    end

    # Are part and usual views of a model's latest revision worked out already?
    def ready?(model)
      number = model.latest.number
      %w[front top left iso].all? { |name| source.known?(model.id, number, Nockplane::Projection::ViewFrame.named(name), 'principal') }
    rescue Nockplane::Error
      true # then it is told at once
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

    # glTF binary of recipe or assembly text.
    def glb(text, exploded: false)
      source.kept('glb', text, exploded) do
        model = source.model_of(text, exploded: exploded)
        Nockplane::Formats::Glb.write(model.solid, edge_set: source.edge_set_of(text, exploded: exploded), colours: model.colours).freeze
      end
    end

    # Forgets everything in memory (tests change the data folder under a running process).
    def reset = @source = @recipes = @trials = nil
  end
end
