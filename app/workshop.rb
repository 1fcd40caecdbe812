# frozen_string_literal: true

module App
  # The one Source of the process: recipes from the database, middle products from the store.
  module Workshop
    module_function

    def source = @source ||= source_of { |id, number| recipe(id, number) }

    # The same as if every revision of a model were of this text: what is made with it is kept for the revision that
    # may come.
    def supposing(model_id, text) = source_of { |id, number| id == model_id ? text : recipe(id, number) }

    # A Source on the application's store; the block gives the text of a model's revision.
    def source_of(&recipe)
      Nockplane::Products::Source.new(
        store: store,
        prefixes: Wish::Prefixes.new,
        library: method(:component),
        importer: method(:imported),
        parts_importer: method(:imported_parts),
        &recipe
      )
    end

    def store = @store ||= Store.new(File.join(App.data_folder, 'cache'))

    # Text of a model that an assembly names by number or address, at a revision or the latest; nil when there is none.
    def component(name, revision)
      model = Records::Model.named(name) or return nil
      number = revision || model.latest.number
      model.revisions.exists?(number: number) ? recipe(model.id, number) : nil
    end

    # Model of an imported file with the names its faces have in this revision.
    def imported(reference, refine)
      model =
        Nockplane::Formats::Step::Import.read(
          Files.read(reference.file),
          names: reference.faces,
          refine: refine,
          called: reference.called,
          kept: refine == 1 ? meshes(reference.file) : Nockplane::Formats::Step::Import::ANEW
        ).model
      return model unless reference.title || reference.properties.any?

      Nockplane::Modelling::Model.new(
        **model.to_h,
        name: reference.title || model.name,
        properties: reference.properties_of(model)
      )
    end

    # Keeps what was meshed of the file of a digest (Import.read, kept).
    def meshes(digest)
      ->(&mesh) { store.fetch(source.name_of('meshes', digest), &mesh) }
    end

    def imported_parts(reference, refine)
      Nockplane::Formats::Step::Import.parts(Files.read(reference.file), refine: refine)
    end

    # A recipe or an assembly, as its text says. Raises RecipeFault.
    def parse(text)
      (
        if Nockplane::Modelling::AssemblyRecipe.is?(text)
          Nockplane::Modelling::AssemblyRecipe
        else
          Nockplane::Modelling::Recipe
        end
      ).parse(text)
    end

    # Assembly text with the revisions that its components have now written in, so that what was kept stays as it was
    # kept; a recipe as it is.
    def pinned(text)
      return text unless Nockplane::Modelling::AssemblyRecipe.is?(text)

      recipe = parse(text)
      names = recipe.components.reject { |c| c['revision'] }.map { |c| c['model'].to_s }.uniq
      recipe.with_pins(names.to_h { |n| [n, Records::Model.named(n)&.latest&.number] }.compact)
    end

    # Modelling::Model of recipe text from a person, made apart where it is not there. Raises RecipeFault, or Refused
    # when it takes too long or too much. following: as of Hands.call.
    def try_build(text, following: nil)
      unless source.built?(text)
        Apart.run('The part', :build, text, following: following, unless_done: -> { source.built?(text) })
      end
      source.model_of(text)
    end

    # Builds the part of a text while it is what the asker wishes for, and goes on with a task (of Heavy), which is done
    # by the time that its product is asked for. Raises Wish::Outdated.
    def build_ahead(text, task)
      wish = Wish.of_asker(text) or return Heavy.public_send(*task)
      wish.make.hold { Apart.run('The part', *wish.task(:build, text), following: wish.task(*task)) }
    end

    # Text of a model's latest revision, or of one of its variants.
    def sized_text(model, variant = nil) = of_variant(model.latest.recipe, variant)

    # Text of a variant of a recipe; the recipe's own for none.
    def of_variant(text, variant) = variant ? parse(text).variant(variant).text : text

    # Modelling::SizeEdit of a model dimension (by id) at the model's latest revision, or of one of its variants.
    def size_edit(model, id, variant = nil)
      text = sized_text(model, variant)
      Nockplane::Modelling::SizeEdit.new(parse(text), source.model_of(text), id)
    end

    # Ids of the sizes that are changed together with one.
    def companions(model, id, variant = nil)
      text = sized_text(model, variant)
      Nockplane::Modelling::Companions.ids(parse(text), source.model_of(text), id)
    end

    # Are part and usual views of a model's latest revision worked out already?
    def ready?(model)
      subject = Nockplane::Products::Subject.new(model.id, model.latest.number)
      %w[front top left iso].all? { |name| source.known?(subject, Nockplane::Projection::ViewFrame.named(name)) }
    rescue Nockplane::Error
      true # then it is told at once
    end

    # Bytes of revisions' texts in memory.
    TEXTS = 24_000_000

    # Recipe text of a revision; revisions never change, so it is remembered.
    def recipe(id, number)
      texts[[id, number]] ||
        Records::Revision
          .find_by!(model_id: id, number: number)
          .recipe
          .freeze
          .then { |text| texts.keep([id, number], text, text.bytesize) }
    end

    def texts = @texts ||= Bounded.new(TEXTS)

    # Keeps recipe text that is tried but not kept as a revision; gives its digest, by which #trial_text finds it again
    # for a preview.
    def trial(text)
      digest = Digest::SHA256.hexdigest(text)[0, 32]
      store.fetch("trial-#{digest}") { text.dup.freeze }
      digest
    end

    # Text of a trial, nil when it is no longer kept.
    def trial_text(digest)
      digest.match?(/\A[0-9a-f]{32}\z/) && store.known?("trial-#{digest}") ? store.fetch("trial-#{digest}") { '' } : nil
    end

    # Path of the glTF binary of recipe or assembly text, made apart where it is not there.
    def glb(text, explosion: nil) = export(text, 'glb', 'model.glb', '', explosion: explosion)

    # Path of a file for other systems (Exporting), made apart where it is not there.
    def export(text, kind, name, time, explosion: nil)
      store.path_of(export_key(text, kind, name, time, explosion)) ||
        Apart.run('The file', :export, text, kind, name, time, explosion)
    end

    def export_key(text, kind, name, time, explosion)
      moved = explosion && source.moves(text, explosion)
      source.name_of("export-#{kind}", text, name, time, source.plan_digest(text), *moved)
    end

    # Forgets everything in memory (tests change the data folder under a running process).
    def reset = @source = @store = @texts = nil
  end
end
