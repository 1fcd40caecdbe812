# frozen_string_literal: true

module Nockplane
  module Modelling
    # A built model: what a recipe evaluates to. Frozen and safe to cache.
    # components: [Assembly::Instance] of an assembly, empty for a part.
    # values: { parameter => Float }; dimensions: [ModelDimension]; threads: { face name => Threads::Thread };
    # features: [[id, type, active, expression that switches it or nil]]; warnings: sentences.
    # Of an imported model: colours { face name => [r, g, b] }, annotations (geometric tolerances as read), layers
    # { name => how many faces or solids }, saved_views [{ name:, direction:, up: }],
    # measured [ModelDimension] worth offering, report: what of the
    # file was not understood ([{ entity:, count:, meaning:, example: }]); nil of a built one; gaps: what of the shape
    # is not as the file means it ([{ face: name or nil, why:, stands_in: }]: a flat piece takes the face's place).
    # parts: of an assembly, each Solid that stands in it once, where it was made (Assembly::Instance#part says which);
    # empty when some is mirrored. units: sub-assemblies { path of an instance => Assembly::Unit }.
    # plan: TolerancePlan, whose statements stand among the dimensions; nil for none.
    # stock: SheetMetal::Stock of a part of sheet metal, nil of others.
    Model =
      Struct.new(
        :solid,
        :values,
        :parameters,
        :dimensions,
        :threads,
        :features,
        :warnings,
        :properties,
        :name,
        :components,
        :colours,
        :annotations,
        :layers,
        :saved_views,
        :measured,
        :report,
        :gaps,
        :parts,
        :units,
        :stock,
        :plan,
        keyword_init: true
      ) do
        def initialize(
          components: [],
          colours: {},
          annotations: [],
          layers: {},
          saved_views: [],
          measured: [],
          gaps: [],
          parts: [],
          units: {},
          **
        )
          super
          Ractor.make_shareable(self)
        end

        # Solids::Assembled of an assembly's parts, nil when they are not known apart.
        def assembled
          shown = components.reject(&:hidden?)
          parts.empty? || shown.empty? ? nil : Solids::Assembled.new(parts, shown.map { |i| [i.part, i.transform] })
        end

        def assembly? = !components.empty?
        def imported? = !report.nil?
        def incomplete? = !gaps.empty?

        # [ModelDimension] of whole holes, each made of several of the dimensions.
        def callouts = Callouts.of(dimensions, features || [])

        # A model dimension by id; also a hole's callout, or one measured on the faces. index: Solids::Indexed of the
        # solid, where many are asked for.
        def dimension(id, index = nil)
          (dimensions + measured).find { |d| d.id == id } || (Callouts.id?(id) && callouts.find { |d| d.id == id }) ||
            (index && Measured.id?(id) ? Measured.find(index, id) : made_by_id(id))
        end

        private

        # What its id alone says how to find on the solid.
        def made_by_id(id) = [Measured, Picked, Marked, Centred, ArcLengths].find { |m| m.id?(id) }&.find(solid, id)
      end
  end
end
