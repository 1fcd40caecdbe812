# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of views that need no model: names, settings taken from the parent again, a parent taken away with its children kept, bindings.
    module ViewEdits
      NAME = 60

      module_function

      def rename(drawing, id, name)
        view = drawing.view(id) or return Edits.no(:view, id)
        return Refusal.new("a view's name has 1 to #{NAME} letters", ["view/#{id}"]) unless name.length.between?(1, NAME)
        return Refusal.new("another view is called '#{name}'; names are used in links and lists, so each has its own", ["view/#{id}"]) if drawing.views.any? { |v| v.id != id && v.name == name }

        Edit.put("#{view.name} is now called #{name}", view.dup.tap { |v| v.name = name })
      end

      # A setting (a member of View::TAKEN, or scale) goes by the parent, or the standard, again.
      def as_parent(drawing, id, setting)
        view = drawing.view(id) or return Edits.no(:view, id)
        field = setting.to_sym
        return Refusal.new("'#{setting}' is no setting that a view takes from another", ["view/#{id}"]) unless [*View::TAKEN, :scale].include?(field)
        return Refusal.new("#{view.name} has no #{setting.tr('_', ' ')} of its own", ["view/#{id}"]) if view[field].nil?

        Edit.put("#{view.name} goes by #{view.parent ? 'its parent' : 'the standard'} again", view.dup.tap { |v| v[field] = nil })
      end

      # Views made out of another that can stand alone when that goes: they keep direction, place and settings.
      def orphans(drawing, id) = drawing.views.select { |v| v.parent == id && Views.of(v).stands_alone? }

      # Takes a view away; what was pulled out of it stays as views of their own, what only marks a part of it (sections, details) goes.
      def remove_keeping(drawing, id)
        view = drawing.view(id) or return Edits.no(:view, id)
        kept = orphans(drawing, id).map { |v| alone(drawing, v) }
        rest = drawing.views.select { |v| v.parent == id && !Views.of(v).stands_alone? }
        gone = [id, *rest.flat_map { |v| [v.id, *drawing.descendants(v.id)] }]
        dimensions = drawing.dimensions.select { |d| gone.include?(d.view) }
        taken = gone.map { |v| "view/#{v}" } + dimensions.map { |d| "dimension/#{d.id}" }
        Edit.new("#{view.name} deleted#{Edits.taken_along(gone.size - 1, dimensions.size)}; #{kept.size} kept", taken.to_h { |k| [k, nil] }.merge(kept.to_h { |v| ["view/#{v.id}", v] }))
      end

      def alone(drawing, view)
        drawing.settled(view).dup.tap do |v|
          v.kind = Views::Pictorial::NAME if Views.of(view).pictorial?
          v.kind = Views::Principal::NAME unless Views.of(view).pictorial?
          v.sight = drawing.base_frame(view).numbers
          v.scale = drawing.scale(view)
          v.parent = v.direction = v.own = v.released = nil
        end
      end

      # Follows the latest revision (nil), or stays at one.
      def pin(drawing, id, revision)
        binding = drawing.binding(id) or return Edits.no(:binding, id)
        Edit.put(revision ? "Pinned to revision #{revision}" : 'Follows the latest revision', binding.dup.tap { |b| b.follow, b.pinned = revision.nil?, revision })
      end

      # A binding that no view and no sheet uses.
      def remove_binding(drawing, id)
        return Edits.no(:binding, id) unless drawing.binding(id)

        users = drawing.views.select { |v| v.binding == id }.map(&:name) + drawing.sheets.select { |s| s.binding == id }.map { |s| "the title block of sheet #{drawing.sheets.index(s) + 1}" }
        users.empty? ? Edit.new('Model no longer bound', { "binding/#{id}" => nil }) : Refusal.new("it is still used by #{users.join(', ')}", ["binding/#{id}"])
      end
    end
  end
end
