# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of views that need no model: place, lines and scale, names, settings taken from the parent again, sheets,
    # taking away with or without what was made out of it, bindings. Each gives an Edit or a Refusal.
    module ViewEdits
      NAME = 60

      module_function

      # Moves a view by dx, dy mm of paper; projected views keep their alignment and children come along.
      def move(drawing, id, dx, dy)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        dx, dy = Folding.allowed(view, dx, dy)
        Edit.put(
          "#{view.name} moved",
          moved(view, dx, dy),
          Folding.followers(drawing.views, id, dx, dy).map { |v, x, y| moved(v, x, y) }
        )
      end

      # scale: factor or nil for the parent's; more: style (of Berth::STYLES), tangent, centre_lines, threads, label
      # (nil: by the parent, else the standard).
      def restyle(drawing, id, scale: :keep, **more)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        unless [nil, *Berth::STYLES.keys].include?(more[:style])
          return (
            Refusal.new("style '#{more[:style]}' is not known; use #{Berth::STYLES.keys.join(', ')}", ["view/#{id}"])
          )
        end

        tangents = Drafting::Standard::CHOICES['tangent']
        unless [nil, *tangents].include?(more[:tangent])
          return Refusal.new("tangent edges are #{tangents.join(', ')}", ["view/#{id}"])
        end

        after =
          view.dup.tap do |v|
            v.scale = scale unless scale == :keep
            more.each { |k, value| v[k] = value }
          end
        return Refusal.new("nothing is different at #{view.name}", ["view/#{id}"]) if after == view

        Edit.put("#{view.name} #{StyleWords.words(view, after, drawing.standard.decimal)}", after)
      end

      # Moves a view that is in line with no other to another sheet, with all that is made out of it.
      def to_sheet(drawing, id, sheet_id)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        return Refusal.missing(:sheet, sheet_id) unless drawing.sheet(sheet_id)
        if Folding.tied(view)
          return (
            Refusal.new(
              "#{view.name} is in line with #{drawing.view(view.parent).name} and goes where that goes",
              ["view/#{id}"]
            )
          )
        end

        return Refusal.new("#{view.name} is on that sheet already", ["view/#{id}"]) if view.sheet == sheet_id

        Edit.put(
          "#{view.name} moved to another sheet",
          [id, *drawing.descendants(id)].map { |v| drawing.view(v).dup.tap { |x| x.sheet = sheet_id } }
        )
      end

      # Takes a view away with the views made out of it and their dimensions.
      def remove(drawing, id)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        views = [id, *drawing.descendants(id)]
        dimensions = drawing.dimensions.select { |d| views.include?(d.view) }
        tables = drawing.tables.select { |t| views.include?(t.view) }.map { |t| "table/#{t.id}" }
        keys = views.map { |v| "view/#{v}" } + dimensions.map { |d| "dimension/#{d.id}" } + tables
        Edit.new("#{view.name} deleted#{taken_along(views.size - 1, dimensions.size)}", keys.to_h { |k| [k, nil] })
      end

      # ", with 2 views made out of it and 7 dimensions"
      def taken_along(views, dimensions)
        parts = [
          ("#{views} #{views == 1 ? 'view' : 'views'} made out of it" if views.positive?),
          ("#{dimensions} #{dimensions == 1 ? 'dimension' : 'dimensions'}" if dimensions.positive?)
        ].compact
        parts.empty? ? '' : ", with #{parts.join(' and ')}"
      end

      def rename(drawing, id, name)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        unless name.length.between?(1, NAME)
          return Refusal.new("a view's name has 1 to #{NAME} letters", ["view/#{id}"])
        end

        if drawing.views.any? { |v| v.id != id && v.name == name }
          return (
            Refusal.new(
              "another view is called '#{name}'; names are used in links and lists, so each has its own",
              ["view/#{id}"]
            )
          )
        end

        Edit.put("#{view.name} is now called #{name}", view.dup.tap { |v| v.name = name })
      end

      # A setting (a member of View::TAKEN, or scale) goes by the parent, or the standard, again.
      def as_parent(drawing, id, setting)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        field = setting.to_sym
        unless [*View::TAKEN, :scale].include?(field)
          return Refusal.new("'#{setting}' is no setting that a view takes from another", ["view/#{id}"])
        end

        return Refusal.new("#{view.name} has no #{setting.tr('_', ' ')} of its own", ["view/#{id}"]) if view[field].nil?

        Edit.put(
          "#{view.name} goes by #{view.parent ? 'its parent' : 'the standard'} again",
          view.dup.tap { |v| v[field] = nil }
        )
      end

      # Views made out of another that can stand alone when that goes: they keep direction, place and settings.
      def orphans(drawing, id) = drawing.views.select { |v| v.parent == id && Views.of(v).stands_alone? }

      # Takes a view away; what was pulled out of it stays as views of their own, what only marks a part of it
      # (sections, details) goes.
      def remove_keeping(drawing, id)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        kept = orphans(drawing, id).map { |v| alone(drawing, v) }
        rest = drawing.views.select { |v| v.parent == id && !Views.of(v).stands_alone? }
        gone = [id, *rest.flat_map { |v| [v.id, *drawing.descendants(v.id)] }]
        dimensions = drawing.dimensions.select { |d| gone.include?(d.view) }
        taken = gone.map { |v| "view/#{v}" } + dimensions.map { |d| "dimension/#{d.id}" }
        taken += drawing.tables.select { |t| gone.include?(t.view) }.map { |t| "table/#{t.id}" }
        Edit.new(
          "#{view.name} deleted#{taken_along(gone.size - 1, dimensions.size)}; #{kept.size} kept",
          taken.to_h { |k| [k, nil] }.merge(kept.to_h { |v| ["view/#{v.id}", v] })
        )
      end

      def alone(drawing, view)
        drawing
          .settled(view)
          .dup
          .tap do |v|
            v.kind = Views::Pictorial::NAME if Views.of(view).pictorial?
            v.kind = Views::Principal::NAME unless Views.of(view).pictorial?
            v.sight = drawing.base_frame(view).numbers
            v.scale = drawing.scale(view)
            v.parent = v.direction = v.own = v.released = nil
          end
      end

      # Follows the latest revision (nil), or stays at one.
      def pin(drawing, id, revision)
        binding = drawing.binding(id) or return Refusal.missing(:binding, id)
        Edit.put(
          revision ? "Pinned to revision #{revision}" : 'Follows the latest revision',
          binding.dup.tap { |b| b.follow, b.pinned = revision.nil?, revision }
        )
      end

      # New views show the model of a binding.
      def show_in_new_views(drawing, id)
        drawing.binding(id) or return Refusal.missing(:binding, id)
        return Refusal.new('new views show that model already', []) if drawing.new_views_binding&.id == id

        Edit.put('New views show another model', drawing.meta.dup.tap { |m| m.new_views = id })
      end

      # A binding that no view and no sheet uses.
      def remove_binding(drawing, id)
        return Refusal.missing(:binding, id) unless drawing.binding(id)

        users =
          drawing.views.select { |v| v.binding == id }.map(&:name) +
            drawing
              .sheets
              .select { |s| s.binding == id }
              .map { |s| "the title block of sheet #{drawing.sheets.index(s) + 1}" }
        if users.empty?
          Edit.new('Model no longer bound', { "binding/#{id}" => nil })
        else
          Refusal.new("it is still used by #{users.join(', ')}", ["binding/#{id}"])
        end
      end

      def moved(view, dx, dy)
        view.dup.tap do |v|
          v.x += dx
          v.y += dy
        end
      end
    end
  end
end
