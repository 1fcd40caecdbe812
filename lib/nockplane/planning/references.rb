# frozen_string_literal: true

module Nockplane
  module Planning
    # What rests on what: drawings on models and templates, assemblies on their parts, models on imported files. Both
    # ways, to any depth; things are never followed twice along one way, so circles end.
    class References
      # key: "drawing/qi-1-d"; kind: drawing, model, assembly, template or file; words: what a person calls it;
      # revision: as it stands now; href: its page, nil for none; gone: is it named, but not there?
      Node = Struct.new(:key, :kind, :words, :revision, :href, :gone, keyword_init: true)
      # from rests on to (keys); words: at which revision, which variant; state: current, behind, pinned or broken;
      # remedy: what can be done about one that is broken.
      Edge = Struct.new(:from, :to, :words, :state, :remedy, keyword_init: true)
      # A node found along an edge, with what comes after it; seen: it stands in the tree already.
      Branch = Struct.new(:edge, :node, :branches, :seen, keyword_init: true)

      # Levels that are followed.
      DEEPEST = 20

      attr_reader :nodes, :edges

      # nodes: [Node]; edges: [Edge] between their keys.
      def initialize(nodes, edges)
        @nodes = nodes.to_h { |n| [n.key, n] }
        @edges = edges.uniq { |e| [e.from, e.to, e.words] }.select { |e| @nodes[e.from] && @nodes[e.to] }
        @down = @edges.group_by(&:from)
        @up = @edges.group_by(&:to)
      end

      def node(key) = @nodes[key]
      def broken = @edges.select { |e| e.state == 'broken' }

      # [Branch]: what a node rests on.
      def rests_on(key) = branches(key, @down, :to, {}, 0)
      # [Branch]: what rests on a node.
      def used_by(key) = branches(key, @up, :from, {}, 0)

      # Keys of all that a node rests on, or that rests on it.
      def all_below(key) = reached(key, @down, :to)
      def all_above(key) = reached(key, @up, :from)

      # { key => column } of a node (0), all that it rests on (1, 2 ...) and all that rests on it (-1, -2 ...): each as
      # far out as the longest way to it.
      def columns(key)
        { key => 0 }.merge(far(key, @up, :from).transform_values(&:-@), far(key, @down, :to)) { |_, a, _| a }
      end

      private

      def branches(key, ways, side, seen, depth)
        return [] if depth >= DEEPEST

        seen[key] = true
        (ways[key] || []).map do |edge|
          other = edge[side]
          again = seen[other]
          inner = again ? [] : branches(other, ways, side, seen, depth + 1)
          Branch.new(edge: edge, node: @nodes[other], branches: inner, seen: again == true)
        end
      end

      def reached(key, ways, side)
        found = {}
        open = [key]
        until open.empty?
          (ways[open.pop] || []).each do |edge|
            other = edge[side]
            next if found[other] || other == key

            found[other] = true
            open << other
          end
        end
        found.keys
      end

      # Longest ways, level by level, as far as DEEPEST.
      def far(key, ways, side)
        found = {}
        level = [key]
        (1..DEEPEST).each do |depth|
          level = level.flat_map { |k| (ways[k] || []).map { |e| e[side] } }.uniq - [key]
          break if level.empty?

          level.each { |k| found[k] = depth }
        end
        found
      end
    end
  end
end
