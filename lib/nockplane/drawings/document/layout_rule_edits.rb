# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of the list of layout rules of a drawing or template. A document without a list of its own gets the usual
    # one with the first change. Each gives an Edit or a Refusal.
    module LayoutRuleEdits
      # Most rules of a list, and names that one rule may give.
      MOST = 60
      NAMES = 40

      module_function

      # A new rule of a kind, at the end of the list.
      def add(drawing, kind)
        known = LayoutRules.all[kind] or return Refusal.new("there is no layout rule '#{kind}'", [])
        list = drawing.layout_rules
        return Refusal.new("a list has at most #{MOST} layout rules", []) if list.size >= MOST

        rule = LayoutRule.new(id: fresh_id(list), kind: kind, rank: list.map(&:rank).max + 1, own: known.fresh)
        rule.views = drawing.views.first(1).map(&:name) if known.names_views?
        rule.off = true if known.problem(rule)
        put(drawing, "Layout rule added: #{known.title}", [*list, rule])
      end

      # Other values: own (a Struct of its kind), sheets, views (names, nil for all), on.
      def set(drawing, id, own:, sheets:, views:, on:)
        rule = find(drawing, id) or return Refusal.missing(:rule, id)
        after =
          rule.dup.tap do |r|
            r.own, r.sheets, r.views, r.off, r.unmet = own, names(sheets), names(views), (on ? nil : true), nil
          end
        problem = LayoutRules.of(after).problem(after)
        return Refusal.new(problem, ["rule/#{id}"]) if problem && on

        replace(drawing, 'Layout rule changed', after)
      end

      # Switched on or off.
      def switch(drawing, id, on)
        rule = find(drawing, id) or return Refusal.missing(:rule, id)
        problem = on && LayoutRules.of(rule).problem(rule)
        return Refusal.new("#{problem}; open the rule and say it first", ["rule/#{id}"]) if problem

        replace(
          drawing,
          "Layout rule #{on ? 'on' : 'off'}",
          rule.dup.tap { |r| r.off, r.unmet = (on ? nil : true), (on ? r.unmet : nil) }
        )
      end

      # One place up (-1) or down (1) in the list.
      def move(drawing, id, by)
        list = drawing.layout_rules
        at = list.index { |r| r.id == id } or return Refusal.missing(:rule, id)
        to = at + by
        unless to.between?(0, list.size - 1)
          return Refusal.new("that rule is the #{by.negative? ? 'first' : 'last'} already", ["rule/#{id}"])
        end

        order = list.dup.tap { |l| l.insert(to, l.delete_at(at)) }
        put(drawing, 'Layout rules in another order', order.each_with_index.map { |r, i| r.dup.tap { |x| x.rank = i } })
      end

      # Taken off the list; the last one can only be switched off.
      def remove(drawing, id)
        list = drawing.layout_rules
        rule = find(drawing, id) or return Refusal.missing(:rule, id)
        return Refusal.new('a list needs a rule; switch this one off instead', ["rule/#{id}"]) if list.size < 2

        left = (list - [rule]).to_h { |r| [Cells.key(r), r] }
        Edit.new("Layout rule taken off: #{LayoutRules.of(rule).title}", left.merge("rule/#{id}" => nil))
      end

      # Whether the rules run by themselves after every update.
      def by_itself(drawing, on)
        Edit.put(
          on ? 'Layout rules run after every update' : 'Layout rules run only when asked for',
          drawing.meta.dup.tap { |m| m.tidy = on ? true : nil }
        )
      end

      # A view that layout rules leave where it is, or may move again.
      def pin_view(drawing, id, on)
        view = drawing.view(id) or return Refusal.missing(:view, id)
        Edit.put(
          on ? "#{view.name} pinned where it is" : "#{view.name} no longer pinned",
          view.dup.tap { |v| v.pinned = on ? true : nil }
        )
      end

      # Annotations (ids of dimensions) that layout rules leave where they are, or may move again.
      def pin_dimension(drawing, id, on)
        dimension = drawing.dimension(id) or return Refusal.missing(:dimension, id)
        words = Annotations.words(drawing.standard, dimension)
        Edit.put(
          on ? "#{words} pinned where it is" : "#{words} no longer pinned",
          dimension.dup.tap { |d| d.pinned = on }
        )
      end

      def find(drawing, id) = drawing.layout_rules.find { |r| r.id == id }

      def fresh_id(list) = "r#{(list.filter_map { |r| r.id[/\Ar(\d+)\z/, 1]&.to_i }.max || 0) + 1}"

      def replace(drawing, label, rule)
        put(drawing, label, drawing.layout_rules.map { |r| r.id == rule.id ? rule : r })
      end

      # (Rules that are as they were are no part of the change.)
      def put(drawing, label, list)
        Edit.put(label, list.reject { |r| drawing.cells[Cells.key(r)] == r })
      end

      def names(list) = list && list.map(&:to_s).reject(&:empty?).uniq.first(NAMES).then { |l| l.empty? ? nil : l }
    end
  end
end
