# frozen_string_literal: true

module App
  module Presenters
    # The drawing screen: the sheet as SVG with its marks, and what the column shows (docket or selection).
    class DrawingPage
      attr_reader :record, :value, :select

      include CommentsShown
      include ModelsOffered
      include PartsShown
      include SheetScript
      include RuleWords
      include SizesTyped
      include SeriesSwitch

      # sheet: id or nil for the first; select: cell key or nil.
      def initialize(record, sheet, select)
        @record = record
        @value = record.value
        @sheet = @value.sheet(sheet) || @value.sheets.first
        raise Refused.new("#{record.number} has no sheet '#{sheet}'.", status: 404) if sheet && @value.sheet(sheet).nil?

        @select = select if select && (HOUSE.include?(select) || @value.cells[select.split(':')[0]])
      end

      # Chapters of the house style, as selections.
      HOUSE = %w[
        house/sheet
        house/block
        house/tables
        house/fields
        house/standard
        house/layers
        house/berths
        house/rules
        house/notes
        house/template
        house/complete
      ].freeze

      def slug = @record.slug
      def base = "/#{@record.home}/#{slug}"
      def template? = @record.template?
      def sheet = @sheet
      # What it needs a person for, as known now.
      def docket = standing[0]
      # Is that still being worked out?
      def checking? = !standing[1]
      def behind(view) = docket.behind_of(view.id)
      # Are models and lines of all views there? Else the sheet says that it is being worked out.
      def drawn? = @drawn ||= template? || Paper.new(@record, @sheet.id).drawn?
      def cell = @select && @value.cells[@select.split(':')[0]]
      # Id of the title block cell selected.
      def part = @select && @select.split(':', 2)[1]
      def kind = @select&.split('/')&.first

      def scene(sheet = @sheet, shade: :all) = builder(sheet, shade).scene

      # Kept: page, waiting list, docket and column ask the same one.
      def builder(sheet, shade, purpose = :screen)
        (@builders ||= {})[[sheet.id, shade, purpose]] ||= plain(sheet.id, shade, purpose).with_states(docket.states)
      end

      # The same without what the docket says, which is worked out on it.
      def plain(sheet, shade, purpose)
        (@plain ||= {})[[sheet, shade, purpose]] ||= Sheetworks.builder(@value, sheet, shade: shade, purpose: purpose)
      end

      # Views whose shading follows: the page does not wait for it. "mass" when the title block's follows too.
      def waiting
        return ['lines'] unless drawn?

        builder(@sheet, :known).then { |b| b.unshaded + (b.furniture.mass_waits? ? ['mass'] : []) }
      end

      # Is this (an id of a view, "mass") not there yet? Nothing is where the lines are not: no request works it out.
      def waits?(thing) = (waiting & ['lines', thing]).any?

      # What an open page asks for every few seconds, to see whether there is anything new.
      def pulse = Pulse.of(@record)

      # SVG of title blocks and tables with everything worked out.
      def furniture = svg_of(builder(@sheet, :all).scene_of_furniture)

      # SVG of a view's shading.
      def shading(id)
        view = @value.view(id) or raise Refused.new("#{@record.number} has no view '#{id}'.", status: 404)
        svg_of([Nockplane::Drawings::Group.new(owner: 'shading', items: builder(@sheet, :all).shading_of(view))])
      end

      # SVG of a dimension tied to another model dimension (by id), in the colour of actions.
      def preview(id, to)
        dimension = @value.dimension(id) or
          raise Refused.new("#{@record.number} has no dimension '#{id}'.", status: 404)
        view = @value.view(dimension.view)
        found = Workshop.source.model(@value.subject(view)).dimension(to) or
          raise Refused.new('The model has no such size.', status: 404)
        items =
          builder(@sheet, :known).dimension_ink(
            Nockplane::Linking::Adoption.new(@value, Workshop.source).tied(dimension, found)
          ).ink
        items.each { |item| item.tone = TIDE }
        svg_of([Nockplane::Drawings::Group.new(owner: 'preview', items: items)])
      end

      TIDE = '#0f6e75'

      def svg_of(groups)
        Nockplane::Formats::Svg.groups(
          Nockplane::Drawings::Scene.new(width: format.width, height: format.height, groups: groups, title: '')
        )
      end

      def format = @sheet.paper

      # For paper: what is printed; marked: with words in the margin when something is behind, adrift or incomplete.
      def scenes(marked: true)
        @value.sheets.map { |s| builder(s, :all, :print).scene(margin: marked ? unfinished_words : nil) }
      end

      # What a reader of the paper should know, in words; nil when nothing.
      def unfinished_words
        return nil if template?

        found = [(checking? ? 'not yet compared with its models' : nil), *unfinished]
        found.compact.empty? ? nil : found.compact.join(', ')
      end

      # ["2 views behind", ...]: what is behind, adrift or incomplete.
      def unfinished
        d = docket
        {
          'view behind' => d.behind.size,
          'title block behind' => d.fields.size,
          'annotation adrift' => d.adrift.size,
          'berth empty' => d.empty.size,
          'place where things collide' => d.collisions.size,
          'mass in doubt' => d.masses.size,
          'model that cannot be built' => d.faults.size,
          'view with something lost' => d.lost.size
        }.filter_map { |words, n| "#{n} #{words.sub(/\A(\w+)/) { n == 1 ? $1 : plural_of($1) }}" if n.positive? }
      end

      def plural_of(word) = word == 'mass' ? 'masses' : "#{word}s"

      # The sheet's SVG with the marks of views behind their model.
      def svg
        drawn? ? Sheetworks.kept(self, 'screen') { drawing_on_screen } : blank
      end

      # SVG of the sheet as a file of its own; berths: for the screen, with those that are empty.
      def file(berths: false)
        purpose = berths ? :screen : :print
        Sheetworks.kept(self, "file #{purpose}") do
          Nockplane::Formats::Svg.write(builder(@sheet, :all, purpose).scene, standalone: true)
        end
      end

      # What the sheet's picture rests on besides its models: the document, what is known of it, what is still to come.
      def basis_of_picture
        [
          @record.document,
          @sheet.id,
          JSON.generate([docket.states, docket.behind.map(&:to_h)]),
          Paper.new(@record, @sheet.id).waiting,
          App.title_fields
        ]
      end

      def drawing_on_screen
        drawn = scene(shade: :known)
        Nockplane::Formats::Svg.write(drawn).sub(%r{</svg>\z}, "#{Marks.new(drawn, docket.behind).svg}</svg>")
      end

      # The empty sheet, while a worker makes what stands on it.
      def blank
        words =
          Nockplane::Drafting::Ink.text(
            format.width / 2,
            format.height / 2,
            'The views are being worked out',
            height: 7.0,
            anchor: :middle,
            layer: 'note'
          )
        groups = [Nockplane::Drawings::Group.new(owner: 'format', items: format.ink + [words])]
        Nockplane::Formats::Svg.write(
          Nockplane::Drawings::Scene.new(
            width: format.width,
            height: format.height,
            groups: groups,
            title: @record.title,
            overhang: format.overhang
          )
        )
      end

      # What is deleted along with a view, in words; "" for nothing.
      def goes_with(view)
        views = @value.descendants(view.id)
        Nockplane::Drawings::ViewEdits.taken_along(
          views.size,
          @value.dimensions.count { |d| [view.id, *views].include?(d.view) }
        ).delete_prefix(', with ')
      end

      def offers(view) = Nockplane::Linking::Adoption.new(@value, Workshop.source).offers(view)

      # Ids of those offers that lie in the annotation plane of a view.
      def in_plane(view, offers)
        Nockplane::Linking::PlaneAdoption.ids(@value, Workshop.source, view, offers)
      end

      # Sizes that can be measured in a view of an imported model.
      def measures(view) = Nockplane::Linking::Adoption.new(@value, Workshop.source).measures(view)
      # Dimensions of other views that could stand in this one.
      def elsewhere(view) = Nockplane::Linking::Adoption.new(@value, Workshop.source).elsewhere(view)
      def words(dimension) = Nockplane::Drawings::Annotations.words(@value.standard, dimension).to_s

      # What a dimension measures, in words.
      def label(dimension)
        labeller(dimension).of(dimension.dimension, kind: dimension.snapshot.kind, faces: dimension.snapshot.faces)
      end

      # Tolerancing::Frame or Texture, or the letter of a datum, that was set by hand; nil of anything else.
      def marked(dimension)
        kind, _, words =
          Nockplane::Modelling::Marked.id?(dimension.dimension) &&
            Nockplane::Modelling::Marked.read(dimension.dimension)
        return nil unless kind

        case kind
        when 'datum'
          words
        when 'surface_texture'
          Nockplane::Tolerancing::Texture.parse(words)
        else
          Nockplane::Tolerancing::Frame.parse(words)
        end
      end

      def measured?(dimension) = Nockplane::Modelling::ModelDimension.reference?(dimension.dimension)
      def model = @model ||= @value.bindings.first && Records::Model.unscoped.find(@value.bindings.first.model)

      def imported?(model) = Nockplane::Modelling::ImportReference.is?(model.latest.recipe)

      # The model that a view shows.
      def model_of(view) = bound(view.binding)
      # The model of a binding.
      def bound(binding) = (@models ||= {})[binding] ||= Records::Model.unscoped.find(@value.binding(binding).model)

      # [[words, is it lost?], ...] of what the leaders of a note point at.
      def tips(note)
        places = builder(@sheet, :known).tips(note)
        (note.leaders || [])
          .zip(places)
          .map do |tip, place|
            view = @value.view(tip.view)
            labels = view && Nockplane::Linking::FaceWords.in(Workshop.source, @value.subject(view))
            faces = tip.spot[1].first(2).map { |n| labels&.[](n) || n }
            ["#{tip.spot[0]} of #{faces.join(' and ')}", place.lost]
          end
      end

      def adrift(dimension) = docket.adrift_of(dimension.id)
      def journal = @record.journal.where.not(state: 'dropped').last(12).reverse

      # Names of the views that can stay when a view is deleted; nil for none.
      def keeps_of(view)
        names = Nockplane::Drawings::ViewEdits.orphans(@value, view.id).map(&:name)
        names.empty? ? nil : [names[0...-1].join(', '), names[-1]].reject(&:empty?).join(' and ')
      end

      # What became of the drawing's template: [state in a word, its record or nil, revision shown].
      def origin = @origin ||= Origin.of(@value)
      def furniture_of_sheet = builder(@sheet, :known).furniture
      # Berths that could not be filled.
      def empty_berths = template? ? [] : @value.berths
      # Fields the title block names that nothing gives a value.
      def unknown_fields = template? ? [] : furniture_of_sheet.unknown_fields
      def settled? = !checking? && docket.clear? && unknown_fields.empty? && origin.settled?

      private

      def labeller(dimension)
        view = @value.view(dimension.view)
        words = Nockplane::Linking::FaceWords.in(Workshop.source, @value.subject(view))
        Nockplane::Linking::SizeLabel.new { |name| words[name] }
      end

      def standing
        @standing ||=
          (
            if template?
              [Nockplane::Linking::Docket.new, true]
            else
              docket, current = Standings.of(@record) { |sheet| plain(sheet, :known, :screen) }
              [docket || Nockplane::Linking::Docket.new, current]
            end
          )
      end
    end
  end
end
