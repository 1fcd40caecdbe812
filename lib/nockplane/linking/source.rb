# frozen_string_literal: true

module Nockplane
  module Linking
    # Middle products by the digest of their inputs: models, linework, shading, axes. Pure computation behind a store.
    # recipe: ->(model id, revision number) giving recipe text; library: ->(name, revision or nil) giving the text of a
    # component that an assembly names, nil when there is none; importer: ->(ImportReference, refine) giving the Modelling::Model
    # of an imported file; parts_importer: the same giving Model#parts alone, where that is quicker; store: anything with fetch(key) { value } and known?(key) (see MemoryStore).
    class Source
      # The simplest store: keeps everything. The application's store also keeps it on disk.
      class MemoryStore
        def initialize = @kept = {}
        def fetch(key) = @kept.fetch(key) { @kept[key] = yield }
        def known?(key) = @kept.key?(key)
      end

      attr_reader :prefixes

      def initialize(store: MemoryStore.new, prefixes: Modelling::Builder::Prefixes.new, library: ->(_name, _revision) {}, importer: nil, parts_importer: nil, &recipe)
        @recipe = recipe
        @library = library
        @importer = importer
        @parts_importer = parts_importer
        @parsed = {}
        @prints = {}
        @store = store
        @prefixes = prefixes
      end

      # Modelling::Model of a revision. Raises RecipeFault.
      def model(id, revision) = model_of(@recipe.call(id, revision))

      # Modelling::Model of recipe or assembly text; exploded: an assembly with its explode steps done.
      def model_of(text, refine: 1, exploded: false)
        @store.fetch(key('model', text, refine, exploded)) do
          if Modelling::AssemblyRecipe.is?(text) then assembly(text, refine, exploded)
          elsif Modelling::ImportReference.is?(text) then @importer.call(Modelling::ImportReference.parse(text), refine)
          else Modelling::Builder.build(Modelling::Recipe.parse(text), refine: refine, cache: @prefixes)
          end
        end
      end

      def linework(id, revision, frame)
        text = @recipe.call(id, revision)
        @store.fetch(key('linework', text, *sight(frame))) { Projection::Linework.of(model_of(text).solid, frame, edge_set: edge_set_of(text)) }
      end

      def shading(id, revision, frame)
        text = @recipe.call(id, revision)
        @store.fetch(key('shading', text, *sight(frame))) { Projection::Shading.of(model_of(text).solid, frame, edge_set: edge_set_of(text)) }
      end

      # [Projection::Shading::Region] of the flat pieces that stand in for faces that could not be read, as far as they are seen.
      def stand_ins(id, revision, frame)
        return [] unless model(id, revision).gaps.any? { |g| g[:stands_in] }

        text = @recipe.call(id, revision)
        @store.fetch(key('stand-ins', text, *sight(frame))) do
          Projection::Shading.of_faces(model_of(text).solid, frame, edge_set: edge_set_of(text)) { |face| face.surface.stand_in? }
        end
      end

      # Has the shading of a view been worked out before?
      def shaded?(id, revision, frame) = @store.known?(key('shading', @recipe.call(id, revision), *sight(frame)))

      # Drawings::SectionCut of a model cut open across the line of sight, through its largest turned axis square to it; nil when it
      # has none there.
      def section(id, revision, frame)
        text = @recipe.call(id, revision)
        @store.fetch(key('section', text, *sight(frame))) { Ractor.make_shareable(cut(text, axes(id, revision), frame) || :none) }.then { |found| found == :none ? nil : found }
      end

      def axes(id, revision)
        text = @recipe.call(id, revision)
        @store.fetch(key('axes', text)) { Ractor.make_shareable(Drafting::CentreLines.axes(model_of(text).solid)) }
      end

      # { face name => what a person calls it } of an imported model at a revision; {} of a recipe, whose names are a person's words.
      def face_words(id, revision)
        text = @recipe.call(id, revision)
        return {} unless Modelling::ImportReference.is?(text)

        @store.fetch(key('face-words', text)) { FaceWords.of(model_of(text).solid) }
      end

      # Is all that a view of a revision shows there already? kind: of the view.
      def known?(id, revision, frame, kind)
        text = @recipe.call(id, revision)
        lines = kind == 'section' ? 'section' : 'linework'
        @store.known?(key('model', text, 1, false)) && @store.known?(key('axes', text)) && @store.known?(key(lines, text, *sight(frame)))
      end

      # Exact volume, area and centre (Mass.extrapolated); of an assembly by its parts.
      def mass(text)
        @store.fetch(key('mass', text)) { Ractor.make_shareable(weighed(text)) }
      end

      # The box of the true shape, mm.
      def extent(text)
        model = model_of(text)
        model.assembled&.extent || Solids::Extent.of(model.solid)
      end

      # Has the exact volume been worked out before?
      def weighed?(text) = @store.known?(key('mass', text))

      # kg of a model by its density, of an assembly the sum of its components; nil when any density is not known.
      def weight(text)
        model = model_of(text)
        return Modelling::Materials.mass(model.properties, mass(text).volume) unless Modelling::AssemblyRecipe.is?(text)

        parts = Hash.new { |h, path| h[path] = part_text(text, path)&.then { |t| weight(t) } }
        found = model.components.map { |c| parts[c.component] }
        found.sum if found.all?
      end

      # Mass of a model in words for a title block, "0.123 kg": its property, else computed; nil when a density is not known.
      def mass_words(id, revision)
        text = @recipe.call(id, revision)
        @store.fetch(key('mass-words', text)) do
          kilograms = weight(text)
          (kilograms ? "#{format('%.3f', kilograms)} kg" : '').freeze
        end.then { |words| words.empty? ? nil : words }
      end

      # Anything else made of a text, kept under a kind of its own.
      def kept(kind, text, *more, &work) = @store.fetch(key(kind, text, *more), &work)

      # The key under which something else made of a text may be kept.
      def name_of(kind, text, *more) = key(kind, text, *more)

      # Is the Modelling::Model of a text there already?
      def built?(text) = @store.known?(key('model', text, 1, false))

      def mass_known?(id, revision) = @store.known?(key('mass-words', @recipe.call(id, revision)))

      def edge_set_of(text, exploded: false)
        @store.fetch(key('edges', text, exploded)) do
          model = model_of(text, exploded: exploded)
          parts = Modelling::AssemblyRecipe.is?(text) ? parts_of(text, model) : own_parts(model)
          parts ? Projection::EdgeSet.placed(parts) : Projection::EdgeSet.new(model.solid)
        end
      end

      private

      def cut(text, axes, frame)
        axis = axes.select { |a| frame.square?(a.direction) }.max_by { |a| [a.radius, a.to - a.from] } or return nil
        solid = model_of(text).solid
        made = cut_open(solid, axis.origin, Geometry::Vec.neg(frame.d)) or return nil

        edges = Projection::EdgeSet.new(made.remaining)
        Drawings::SectionCut.new(origin: axis.origin, loops: made.loops.map(&:points), linework: Projection::Linework.of(made.remaining, frame, edge_set: edges), shading: Projection::Shading.of(made.remaining, frame, edge_set: edges))
      end

      def weighed(text)
        coarse = model_of(text)
        alone = coarse.assembled && @parts_importer && Modelling::ImportReference.is?(text)
        Weighing.of(coarse, alone ? @parts_importer.call(Modelling::ImportReference.parse(text), 2) : model_of(text, refine: 2))
      end

      # [EdgeSet, Transform, first vertex, first facet] of every part of an imported assembly; nil of a part.
      def own_parts(model)
        return nil if model.parts.empty?

        sets = model.parts.map { |part| Projection::EdgeSet.new(part) }
        model.components.reject(&:hidden?).map { |i| [sets[i.part], i.transform, i.vertex, i.facet] }
      end

      # The part cut open by a plane; nil when what remains is not closed (a file whose faces don't meet, say).
      def cut_open(solid, origin, away)
        Solids::Cut.plane(solid, origin, away)
      rescue Solids::Boolean::OpenResult
        nil
      end

      def assembly(text, refine, exploded)
        Modelling::Assembly.build(parsed(text), refine: refine, exploded: exploded) do |name, revision, variant, fineness|
          part = component(name, revision, variant) and model_of(part, refine: fineness)
        end
      end

      # Text of a component, of one of its variants when named.
      def component(name, revision, variant)
        text = @library.call(name, revision)
        text && variant ? Modelling::Recipe.parse(text).variant(variant).text : text
      end

      # What a text rests on: itself, and of an assembly the texts of its components, all the way down.
      def fingerprint(text) = Modelling::AssemblyRecipe.is?(text) ? @prints.fetch(text) { print(text, [])[0] } : text

      # [fingerprint, does it stand for good?]: one whose components all have fixed revisions, and are there, never changes and is
      # remembered, since every key of an assembly's products asks for it.
      def print(text, above)
        return [text, !text.empty?] unless Modelling::AssemblyRecipe.is?(text)
        return [@prints[text], true] if @prints.key?(text)

        recipe = parsed(text)
        fixed = true
        inner = recipe.references.map do |name, revision|
          found = @library.call(name, revision).to_s
          circle(recipe, [*above, text], name) if [*above, text].include?(found) || above.size >= Modelling::Assembly::MAX_DEPTH
          below, sure = print(found, [*above, text])
          fixed &&= sure && !revision.nil?
          below
        end
        made = text + inner.map { |t| Digest::SHA256.hexdigest(t) }.join
        remember(text, made) if fixed
        [made, fixed]
      end

      def remember(text, made)
        @prints.shift if @prints.size > PARSED
        @prints[text] = made
      end

      PARSED = 50

      # AssemblyRecipe of a text; kept, since every key of an assembly's products asks for it.
      def parsed(text)
        @parsed.shift if @parsed.size > PARSED
        @parsed[text] ||= Modelling::AssemblyRecipe.parse(text)
      end

      def circle(recipe, above, name)
        reason = above.size > Modelling::Assembly::MAX_DEPTH ? "assemblies stand more than #{Modelling::Assembly::MAX_DEPTH} deep in each other" : "'#{name}' contains this assembly itself"
        raise Modelling::RecipeFault, Modelling::Fault.new(recipe.line('components'), 'components', reason)
      end

      # [EdgeSet, Transform, first vertex, first facet] of every placed part; each part's set is made once. nil when an imported
      # assembly is among the components, whose parts have no text of their own.
      def parts_of(text, model)
        shown = model.components.reject(&:hidden?)
        texts = shown.map(&:component).uniq.to_h { |path| [path, part_text(text, path)] }
        return nil unless texts.values.all?

        sets = Hash.new { |h, path| h[path] = edge_set_of(texts[path]) }
        shown.map { |i| [sets[i.component], i.transform, i.vertex, i.facet] }
      end

      # The recipe of the part at the end of a path of component ids ("wheel:carousel"); nil inside an imported assembly.
      def part_text(text, path)
        return nil unless Modelling::AssemblyRecipe.is?(text)

        first, rest = path.split(':', 2)
        recipe = parsed(text)
        c = recipe.components.find { |x| x['id'] == first }
        inner = component(c['model'].to_s, recipe.revision_of(c), c['variant'])
        rest ? part_text(inner, rest) : inner
      end

      # Directions as they go into keys: however a frame was come by.
      def sight(frame) = [frame.d, frame.u].map { |v| v.map { |c| c.round(12) + 0.0 } }

      def key(kind, text, *more) = "#{kind}-#{Digest::SHA256.hexdigest([KERNEL_VERSION, *more].to_json << fingerprint(text).b)[0, 40]}"
    end
  end
end
