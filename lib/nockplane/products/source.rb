# frozen_string_literal: true

module Nockplane
  module Products
    # Middle products by the digest of their inputs: models, linework, shading, axes. Pure computation behind a store.
    class Source
      include Masses

      # The simplest store: keeps everything. The application's store also keeps it on disk.
      class MemoryStore
        def initialize = @kept = {}
        def fetch(key) = @kept.fetch(key) { @kept[key] = yield }
        def known?(key) = @kept.key?(key)
      end

      attr_reader :prefixes

      # The block: (model id, revision number) giving recipe text; library: ->(name, revision or nil) giving the text of
      # a component that an assembly names, nil when there is none; importer: ->(ImportReference, refine) giving the
      # Modelling::Model of an imported file;
      # parts_importer: the same giving Model#parts alone, where that is quicker; store: anything with fetch(key) {
      # value } and known?(key).
      def initialize(
        store: MemoryStore.new,
        prefixes: Modelling::Builder::Prefixes.new,
        library: ->(_name, _revision) {},
        importer: nil,
        parts_importer: nil,
        &recipe
      )
        @texts = Texts.new(recipe, library)
        @exploding = Exploding.new(@texts)
        @importer = importer
        @parts_importer = parts_importer
        @store = store
        @prefixes = prefixes
        @planned = {}
        @inked = Recent.new(INKED)
      end

      # Modelling::Model of a subject. Raises RecipeFault, SheetMetal::Refused of a flat state that there is not.
      def model(subject)
        text = @texts.of(subject)
        return model_of(text, explosion: subject.explosion) unless subject.flat?

        @store.fetch(key('flat-model', text)) { Modelling::SheetMetal::FlatModel.of(shape_of(text), flat(text)) }
      end

      # Modelling::Arrangement of a subject: its explosions and display sets.
      def arrangement(subject) = @exploding.arrangement(@texts.of(subject))

      # [[components, shift in mm], ...] of an explosion of a text (Exploding#moves).
      def moves(text, explosion) = @exploding.moves(text, explosion)

      # Flats, in the store as the model is.
      def flats = @flats ||= Flats.new(self)
      # Modelling::SheetMetal::Flat of a text. Raises SheetMetal::Refused.
      def flat(text) = flats.of(text)

      # Modelling::Model of recipe or assembly text; explosion: name of the one whose steps are done ('' of the one
      # without), nil as made. Raises RecipeFault when there is no such explosion.
      def model_of(text, refine: 1, explosion: nil)
        return exploded(text, refine, explosion) if explosion

        plan = @texts.plan(text)
        plan ? planned(text, plan, refine) : shape_of(text, refine: refine)
      end

      # The same without what its tolerance plan says.
      def shape_of(text, refine: 1)
        @store.fetch(key('model', text, refine)) do
          if Modelling::AssemblyRecipe.is?(text)
            assembly(text, refine)
          elsif Modelling::ImportReference.is?(text)
            imported(Modelling::ImportReference.parse(text), refine)
          else
            Modelling::Builder.build(Modelling::Recipe.parse(text), refine: refine, cache: @prefixes)
          end
        end
      end

      # Projection::Linework of a subject in a ViewFrame.
      def linework(subject, frame)
        @store.fetch(seen('linework', subject, frame)) do
          Projection::Linework.of(model(subject).solid, frame, edge_set: edges(subject))
        end
      end

      # [Projection::Shading::Region]
      def shading(subject, frame)
        @store.fetch(seen('shading', subject, frame)) do
          Projection::Shading.of(model(subject).solid, frame, edge_set: edges(subject))
        end
      end

      # [Projection::Shading::Region] of the flat pieces that stand in for faces that could not be read, as far as they
      # are seen.
      def stand_ins(subject, frame)
        return [] unless model(subject).gaps.any? { |g| g[:stands_in] }

        @store.fetch(seen('stand-ins', subject, frame)) do
          Projection::Shading.of_faces(model(subject).solid, frame, edge_set: edges(subject)) do |face|
            face.surface.stand_in?
          end
        end
      end

      # Opened: a subject cut open by an Opening and looked at in a frame. Raises Opening::Nothing when nothing is cut
      # or nothing remains.
      def opened(subject, frame, opening)
        @store.fetch(seen('opened', subject, frame, opening.to_a)) do
          Opener.new(model(subject), frame, opening, body: body(subject, opening)).opened
        end
      end

      # Ids of the ribs of a subject that an opening cuts lengthwise; none of what is no recipe.
      def ribs(subject, opening)
        text = @texts.of(subject)
        return [] if opening.bend || subject.state || !own_recipe?(text)

        normals = opening.tools.filter_map(&:plane)
        normals.empty? ? [] : Ribs.lengthwise(Modelling::Recipe.parse(text), model_of(text).solid, normals)
      end

      # [Projection::Shading::Region] of a subject cut open.
      def opened_shading(subject, frame, opening)
        @store.fetch(seen('opened-shading', subject, frame, opening.to_a)) do
          Ractor.make_shareable(Opener.new(model(subject), frame, opening).shading)
        end
      end

      # Has the shading of a subject, cut open when an opening is given, been worked out before?
      def shaded?(subject, frame, opening = nil)
        @store.known?(opening ? seen('opened-shading', subject, frame, opening.to_a) : seen('shading', subject, frame))
      end

      # [Axis]
      def axes(subject)
        text = @texts.of(subject)
        @store.fetch(key('axes', text, *stated(subject))) { Ractor.make_shareable(Axis.all(model(subject).solid)) }
      end

      # Is a model, with its axes, there already?
      def modelled?(subject)
        text = @texts.of(subject)
        made = subject.flat? ? key('flat-model', text) : model_key(text, subject.explosion)
        @store.known?(made) && @store.known?(key('axes', text, *stated(subject)))
      end

      # Key of the lines of a subject in a frame, cut open when an opening is given.
      def lines_key(subject, frame, opening = nil)
        opening ? seen('opened', subject, frame, opening.to_a) : seen('linework', subject, frame)
      end

      # Are the lines of a subject in a frame there already, cut open when an opening is given?
      def known?(subject, frame, opening = nil)
        modelled?(subject) && @store.known?(lines_key(subject, frame, opening))
      end

      # The text of a subject.
      def text(subject) = @texts.of(subject)

      # Anything else made of a text, kept under a kind of its own.
      def kept(kind, text, *more, &work) = @store.fetch(key(kind, text, *more), &work)

      # Anything small that is made of a text over and over, in memory alone: items in an Array.
      def inked(kind, text, *more, &work) = @inked.fetch([kind, text, *more], &work)
      # Items of that in all (some 60 MB of ink).
      INKED = 60_000

      # Is it there already?
      def kept?(kind, text, *more) = @store.known?(key(kind, text, *more))

      # The key under which something else made of a text may be kept.
      def name_of(kind, text, *more) = key(kind, text, *more)

      # Is the Modelling::Model of a text there already?
      def built?(text) = @store.known?(key('model', text, 1))

      # Projection::EdgeSet of a subject.
      def edges(subject)
        text = @texts.of(subject)
        return edge_set_of(text, explosion: subject.explosion) unless subject.flat?

        @store.fetch(key('edges', text, subject.state)) { Projection::EdgeSet.new(model(subject).solid) }
      end

      # Projection::EdgeSet of a text.
      def edge_set_of(text, explosion: nil)
        @store.fetch(key('edges', text, *said(text, explosion))) do
          model = model_of(text, explosion: explosion)
          parts = Modelling::AssemblyRecipe.is?(text) ? parts_of(text, model) : own_parts(model)
          parts ? Projection::EdgeSet.placed(parts) : Projection::EdgeSet.new(model.solid)
        end
      end

      # Text of the part or assembly at the end of a path of an instance ("wheel:carousel[2]") in an assembly, for one
      # that stands in a file of that part alone; nil where there is none.
      def text_at(text, path)
        return part_at(text, path) if Modelling::ImportReference.is?(text)

        first, rest = path.split(':', 2)
        inner = @texts.at(text, first.gsub(/\[[^\]]*\]/, ''))
        inner && rest ? text_at(inner, rest) : inner
      end

      # { id of a statement of a text's tolerance plan => why it is not there } (Planned::Weaving#adrift); {} without a
      # plan.
      def adrift(text)
        plan = @texts.plan(text)
        plan ? Modelling::Planned::Weaving.new(shape_of(text), plan).adrift : {}
      end

      # Digest of the tolerance plan of a text, for what rests on that too; nil where there is none.
      def plan_digest(text) = @texts.plan(text)&.digest

      private

      # Models with what their plans say, in memory: it takes no longer than reading one from disk.
      PLANNED = 24

      def planned(text, plan, refine)
        name = [key('model', text, refine), plan.digest]
        @planned.delete(name)&.then { |known| return @planned[name] = known }
        @planned.shift if @planned.size >= PLANNED
        @planned[name] = Modelling::Planned::Weaving.new(shape_of(text, refine: refine), plan).woven
      end

      def part_at(text, path)
        model = model_of(text)
        instance = model.components.find { |i| i.path == path }
        part = instance ? instance.part && Modelling::OnePart.key(instance) : (path if model.units.key?(path))
        part = "#{Modelling::OnePart::UNIT}#{part}" if part && !instance
        part && Modelling::ImportReference.parse(text).of_part(part).to_s
      end

      def imported(reference, refine)
        return @importer.call(reference, refine) unless reference.part

        whole = model_of(reference.bare.to_s, refine: refine)
        Modelling::OnePart.of(whole, reference.part, reference.faces) or
          raise Modelling::RecipeFault,
                Modelling::Fault.new(nil, nil, "the file has no part '#{reference.part}' that stands alone")
      end

      # The model without the ribs that an opening leaves whole: by the standard all that lie along it, or those chosen.
      # nil where there are none, or other features rest on them.
      def body(subject, opening)
        chosen = ribs(subject, opening)
        chosen &= opening.uncut if opening.uncut
        return nil if chosen.empty?

        model_of(Ribs.without(Modelling::Recipe.parse(@texts.of(subject)), chosen).text)
      rescue Modelling::RecipeFault
        nil
      end

      def own_recipe?(text) = !Modelling::AssemblyRecipe.is?(text) && !Modelling::ImportReference.is?(text)

      # What keys say of a subject's state.
      def stated(subject) = subject.flat? ? [subject.state] : said(@texts.of(subject), subject.explosion)

      # What keys say of an explosion: its moves, whatever it is called.
      def said(text, explosion) = explosion ? [moves(text, explosion)] : []

      def model_key(text, explosion) =
        explosion ? key('exploded', text, 1, *said(text, explosion)) : key('model', text, 1)

      def exploded(text, refine, explosion)
        found = moves(text, explosion)
        @store.fetch(key('exploded', text, refine, found)) do
          Modelling::Exploded.of(model_of(text, refine: refine), found)
        end
      end

      # [EdgeSet, Transform, first vertex, first facet] of every part of an imported assembly; nil of a part.
      def own_parts(model)
        return nil if model.parts.empty?

        sets = model.parts.map { |part| Projection::EdgeSet.new(part) }
        model.components.reject(&:hidden?).map { |i| [sets[i.part], i.transform, i.vertex, i.facet] }
      end

      def assembly(text, refine)
        Modelling::Assembly.build(@texts.parsed(text), refine: refine) do |name, revision, variant, fineness|
          part = @texts.component(name, revision, variant) and model_of(part, refine: fineness)
        end
      end

      # [EdgeSet, Transform, first vertex, first facet] of every placed part; each part's set is made once. nil when an
      # imported assembly is among the components, whose parts have no text of their own.
      def parts_of(text, model)
        shown = model.components.reject(&:hidden?)
        texts = shown.map(&:component).uniq.to_h { |path| [path, @texts.at(text, path)] }
        return nil unless texts.values.all?

        sets = Hash.new { |h, path| h[path] = edge_set_of(texts[path]) }
        shown.map { |i| [sets[i.component], i.transform, i.vertex, i.facet] }
      end

      # Key of what is seen of a subject in a frame; directions as they go into keys, however the frame was come by.
      def seen(kind, subject, frame, *more)
        sight = [frame.d, frame.u].map { |v| v.map { |c| c.round(12) + 0.0 } }
        more = [*stated(subject), *more]
        key(kind, @texts.of(subject), *sight, *more)
      end

      def key(kind, text, *more)
        "#{kind}-#{Digest::SHA256.hexdigest([KERNEL_VERSION, *more].to_json.b << @texts.fingerprint(text).b)[0, 40]}"
      end
    end
  end
end
