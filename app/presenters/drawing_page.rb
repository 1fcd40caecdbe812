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

        @select = select if select && @value.cells[select]
      end

      def slug = @record.slug
      def sheet = @sheet
      def staleness = @staleness ||= @record.staleness
      def behind(view) = staleness.behind.find { |b| b.view.id == view.id }
      def cell = @select && @value.cells[@select]
      def kind = @select&.split('/')&.first

      def scene(sheet = @sheet, shade: :all) = builder(sheet, shade).scene

      def builder(sheet, shade)
        Nockplane::Drawings::SceneBuilder.new(@value, sheet.id, Workshop.source, states: staleness.states, fields: App.title_fields, shade: shade)
      end

      # Views whose shading follows: the page does not wait for it.
      def waiting = builder(@sheet, :known).unshaded

      # SVG of a view's shading.
      def shading(id)
        view = @value.view(id) or raise Refused.new("#{@record.number} has no view '#{id}'.", status: 404)
        group = Nockplane::Drawings::Group.new(owner: 'shading', items: builder(@sheet, :all).shading_of(view))
        Nockplane::Formats::Svg.groups(Nockplane::Drawings::Scene.new(width: format.width, height: format.height, groups: [group], title: ''))
      end

      def format = @sheet.paper
      def scenes = @value.sheets.map { |s| scene(s) }

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
      def model = @model ||= Records::Model.find(@value.bindings.first.model)

      # Can the dimension's value be typed here?
      def editable?(dimension) = !imported? && Workshop.size_edit(model, dimension.dimension).refusal.nil?
      def imported? = Nockplane::Modelling::ImportReference.is?(model.latest.recipe)

      def adrift(dimension) = staleness.adrift.find { |a| a.dimension.id == dimension.id }
      def journal = @record.journal.where.not(state: 'dropped').last(12).reverse

      # What the sheet's script needs to know to drag and to name things.
      def script_data
        { slug: slug, version: @record.version, sheet: @sheet.id, width: format.width, height: format.height,
          homes: homes, waiting: waiting,
          views: @value.views.to_h { |v| ["view/#{v.id}", { name: v.name, parent: v.parent, direction: v.direction }] } }
      end

      # Which view each dimension moves with.
      def homes = @value.dimensions.to_h { |d| ["dimension/#{d.id}", "view/#{d.view}"] }
    end
  end
end
