# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # A model with what its plan says: sizes given their tolerances, statements added as dimensions of the model.
      class Weaving
        # model: built without its plan; index: Solids::Indexed of its solid, where it is woven often.
        def initialize(model, plan, index = Solids::Indexed.of(model.solid))
          @model = model
          @plan = plan
          @index = index
        end

        # Model
        def woven
          Model.new(**@model.to_h, dimensions: given + added, plan: @plan, warnings: @model.warnings + lost)
        end

        # { id of a statement => why it is not there }: "gone" where a face of it is there no more, "absent" where that
        # is of a feature that is switched off.
        def adrift
          @adrift ||= @plan.statements.to_h { |s| [s.id, why(s)] }.compact
        end

        private

        # A sentence where statements lost their faces.
        def lost
          count = adrift.count { |_, why| why == 'gone' }
          return [] if count.zero?

          ["#{count} of the tolerance plan lost #{count == 1 ? 'its' : 'their'} faces; open the plan to settle them"]
        end

        def why(statement)
          lost = statement.faces.select { |n| @index.standing(n).empty? }
          return 'absent' if lost.any? && lost.all? { |n| off?(n) }
          return 'gone' if lost.any?
          return nil if statement.is_a?(Note)

          about = statement.about
          there = about ? @model.dimensions.any? { |d| d.id == about } : added.any? { |d| d.id == statement.key }
          there ? nil : 'gone'
        end

        def off?(name)
          feature = name[/\A[a-z][a-z0-9_]*/]
          @model.features.to_a.any? { |id, _, on| id == feature && !on }
        end

        # Sizes of the model, with the tolerance that the plan gives where they have none of their own.
        def given
          tolerances = @plan.statements.filter_map { |s| [s.about, s.tolerance] if s.about }.to_h
          @model.dimensions.map do |d|
            wanted = tolerances[d.id]
            wanted && d.tolerance.to_s.empty? ? d.dup.tap { |own| own.tolerance = wanted } : d
          end
        end

        def added
          @added ||=
            @plan.statements.filter_map do |s|
              found = s.faces.map { |n| @index.standing(n) }
              s.dimension(@model, found.flatten.uniq, @index) if found.all?(&:any?)
            end
        end
      end
    end
  end
end
