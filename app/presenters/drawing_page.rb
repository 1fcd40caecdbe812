# frozen_string_literal: true

module App
  module Presenters
    # The drawing screen: the sheet as SVG with its marks, and what the column shows (docket or selection).
    class DrawingPage
      attr_reader :record, :value, :select

      # sheet: id or nil for the first; select: cell key or nil.
      def initialize(record, sheet, select)
        @record = record
        @value = record.value
        @sheet = @value.sheet(sheet) || @value.sheets.first
        raise Refused.new("#{record.number} has no sheet '#{sheet}'.", status: 404) if sheet && @value.sheet(sheet).nil?

        @select = select if select && (HOUSE.include?(select) || @value.cells[select.split(':')[0]])
      end

      # Chapters of the house style, as selections.
      HOUSE = %w[house/sheet house/block house/tables house/fields house/standard house/layers house/berths house/template].freeze

      def slug = @record.slug
      def base = "/#{@record.home}/#{slug}"
      def template? = @record.template?
      def sheet = @sheet
      def staleness = @staleness ||= @record.staleness
      def behind(view) = staleness.behind.find { |b| b.view.id == view.id }
      def cell = @select && @value.cells[@select.split(':')[0]]
      # Id of the title block cell selected.
      def part = @select && @select.split(':', 2)[1]
      def kind = @select&.split('/')&.first

      def scene(sheet = @sheet, shade: :all) = builder(sheet, shade).scene

      # Kept: page, waiting list, docket and column ask the same one.
      def builder(sheet, shade, purpose = :screen)
        (@builders ||= {})[[sheet.id, shade, purpose]] ||= Nockplane::Drawings::SceneBuilder.new(@value, sheet.id, Workshop.source, states: staleness.states, fields: App.title_fields, shade: shade, purpose: purpose)
      end

      # Views whose shading follows: the page does not wait for it. "mass" when the title block's follows too.
      def waiting = builder(@sheet, :known).then { |b| b.unshaded + (b.furniture.mass_waits? ? ['mass'] : []) }

      # SVG of title blocks and tables with everything worked out.
      def furniture = svg_of(builder(@sheet, :all).scene_of_furniture)

      # SVG of a view's shading.
      def shading(id)
        view = @value.view(id) or raise Refused.new("#{@record.number} has no view '#{id}'.", status: 404)
        svg_of([Nockplane::Drawings::Group.new(owner: 'shading', items: builder(@sheet, :all).shading_of(view))])
      end

      def svg_of(groups) = Nockplane::Formats::Svg.groups(Nockplane::Drawings::Scene.new(width: format.width, height: format.height, groups: groups, title: ''))

      def format = @sheet.paper
      # For paper: what is printed.
      def scenes = @value.sheets.map { |s| builder(s, :all, :print).scene }

      # The sheet's SVG with the marks of views behind their model.
      def svg
        drawn = scene(shade: :known)
        Nockplane::Formats::Svg.write(drawn).sub(%r{</svg>\z}, "#{Marks.new(drawn, staleness.behind).svg}</svg>")
      end

      def offers(view) = Nockplane::Linking::Adoption.new(@value, Workshop.source).offers(view)
      # Sizes that can be measured in a view of an imported model.
      def measures(view) = Nockplane::Linking::Adoption.new(@value, Workshop.source).measures(view)
      def words(dimension) = Nockplane::Drawings::Measure.words(@value.standard, dimension.snapshot).to_s
      def measured?(dimension) = Nockplane::Modelling::Measured.id?(dimension.dimension)
      def model = @model ||= @value.bindings.first && Records::Model.find(@value.bindings.first.model)

      # Can the dimension's value be typed here?
      def editable?(dimension) = model && !imported? && Workshop.size_edit(model, dimension.dimension).refusal.nil?
      def imported? = Nockplane::Modelling::ImportReference.is?(model.latest.recipe)

      def adrift(dimension) = staleness.adrift.find { |a| a.dimension.id == dimension.id }
      def journal = @record.journal.where.not(state: 'dropped').last(12).reverse

      # What the sheet's script needs to know to drag and to name things.
      def script_data
        { slug: slug, base: base, version: @record.version, sheet: @sheet.id, homes: homes, waiting: waiting, **paper, views: ties }
      end

      def paper = { width: format.width, height: format.height }

      # Which view or berth hangs on which.
      def ties
        (@value.views.map { |v| ['view', v] } + @value.berths.map { |b| ['berth', b] })
          .to_h { |kind, v| ["#{kind}/#{v.id}", { name: v.name, parent: v.parent && (@value.cells.key?("#{kind}/#{v.parent}") ? v.parent : nil), direction: v.parent && v.direction }] }
      end

      # What became of the drawing's template: [state in a word, its record or nil, revision shown].
      def origin = @origin ||= Origin.of(@value)
      def furniture_of_sheet = builder(@sheet, :known).furniture
      # Berths that could not be filled.
      def empty_berths = template? ? [] : @value.berths
      # Fields the title block names that nothing gives a value.
      def unknown_fields = template? ? [] : furniture_of_sheet.unknown_fields
      def settled? = staleness.current? && empty_berths.empty? && unknown_fields.empty? && %i[current none].include?(origin.state)

      # Which view each dimension moves with.
      def homes = @value.dimensions.to_h { |d| ["dimension/#{d.id}", "view/#{d.view}"] }
    end
  end
end
